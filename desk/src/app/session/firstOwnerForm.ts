import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { passwordFault, type Problem } from '@fond/contract';
import { Api } from '../api/api';
import { SessionActions } from './session.actions';

/** Makes the first owner of a shop that nobody can sign in to yet. */
@Component({
  selector: 'desk-first-owner',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="send()">
      <h1>Make the owner</h1>
      <p class="hint">
        Nobody can sign in to this shop yet. The code stands where you started the application, below its
        addresses.
      </p>
      <mat-form-field>
        <mat-label>Code</mat-label>
        <input matInput formControlName="code" autocomplete="one-time-code" placeholder="XXXX-XXXX-XXXX" />
        <mat-error>The code is missing</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Your name</mat-label>
        <input matInput formControlName="name" autocomplete="name" />
        <mat-error>Your name is missing</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Email</mat-label>
        <input matInput type="email" formControlName="email" autocomplete="username" />
        <mat-error>Write an address like name&#64;shop.example</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Password</mat-label>
        <input matInput type="password" formControlName="password" autocomplete="new-password" />
        <mat-hint>At least ten characters</mat-hint>
        <mat-error>{{ passwordFault() }}</mat-error>
      </mat-form-field>
      @if (problem(); as told) {
        <p class="refusal" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.detail }}
          @for (error of told.errors ?? []; track error.path) {
            <br />{{ error.path }} {{ error.message }}
          }
        </p>
      }
      <button mat-flat-button type="submit" [disabled]="sending()">
        {{ sending() ? 'Making the owner …' : 'Make the owner and sign in' }}
      </button>
    </form>
  `,
  styleUrl: './signInPage.scss',
})
export class FirstOwnerForm {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly sending = signal(false);

  protected readonly form = inject(NonNullableFormBuilder).group({
    code: ['', Validators.required],
    name: ['', Validators.required],
    email: ['', [Validators.required, Validators.email]],
    password: [
      '',
      [
        Validators.required,
        ({ value }: { value: unknown }) => (passwordFault(String(value)) ? { password: true } : null),
      ],
    ],
  });

  protected passwordFault(): string {
    const { password } = this.form.getRawValue();
    const fault = password && passwordFault(password);
    return fault ? `The password ${fault}` : 'The password is missing';
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    this.sending.set(true);
    this.problem.set(null);
    this.api.makeOwner(this.form.getRawValue()).subscribe({
      next: (session) => {
        this.store.dispatch(SessionActions.signedIn({ session }));
        void this.router.navigateByUrl('/floor');
      },
      error: (problem: Problem) => {
        this.sending.set(false);
        this.problem.set(problem);
      },
    });
  }
}
