import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { catchError, of } from 'rxjs';
import { Api } from '../api/api';
import { FirstOwnerForm } from './firstOwnerForm';
import { SessionActions } from './session.actions';
import { sessionFeature } from './session.feature';

@Component({
  selector: 'desk-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FirstOwnerForm, ReactiveFormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <main class="sign-in">
      <div class="sign-in-words">
        <p class="mark">Fond Aisle</p>
        <p class="claim">Decide how your listing pages sell. See it at every width. Publish it safely.</p>
        <div class="shelf" aria-hidden="true">
          @for (bar of bars; track $index) {
            <span [style.height.px]="bar"></span>
          }
          <b>Aisle 4 · Pans · 50</b>
        </div>
      </div>
      @if (nobody()) {
        <desk-first-owner />
      } @else {
        <form [formGroup]="form" (ngSubmit)="send()">
          <h1>Sign in</h1>
          <mat-form-field>
            <mat-label>Email</mat-label>
            <input matInput type="email" formControlName="email" autocomplete="username" />
            <mat-error>Write an address like name&#64;shop.example</mat-error>
          </mat-form-field>
          <mat-form-field>
            <mat-label>Password</mat-label>
            <input matInput type="password" formControlName="password" autocomplete="current-password" />
            <mat-error>The password is missing</mat-error>
          </mat-form-field>
          @if (problem(); as told) {
            <p class="refusal" role="alert">
              <strong>{{ told.title }}.</strong> {{ told.detail }}
            </p>
          }
          <button mat-flat-button type="submit" [disabled]="signingIn()">
            {{ signingIn() ? 'Signing in …' : 'Sign in' }}
          </button>
          @if (demo(); as account) {
            <p class="demo">
              This is the demo shop.
              <button type="button" class="word" (click)="fill()">Fill in the demo sign-in</button><br />
              <code>{{ account.email }}</code> · <code>{{ account.password }}</code>
            </p>
          }
        </form>
      }
    </main>
  `,
  styleUrl: './signInPage.scss',
})
export class SignInPage {
  private readonly store = inject(Store);
  readonly returnTo = input<string>();

  protected readonly bars = [64, 92, 48, 110, 76, 58, 98, 84];
  protected readonly signingIn = this.store.selectSignal(sessionFeature.selectSigningIn);
  protected readonly problem = this.store.selectSignal(sessionFeature.selectProblem);
  private readonly help = toSignal(
    inject(Api)
      .signInHelp()
      .pipe(catchError(() => of(null))),
  );
  protected readonly demo = computed(() => this.help()?.demo ?? null);
  protected readonly nobody = computed(() => this.help()?.nobody ?? false);
  private readonly target = computed(() => {
    const wish = this.returnTo() ?? '/floor';
    return wish.startsWith('/') && !wish.startsWith('//') ? wish : '/floor';
  });

  protected readonly form = new FormGroup({
    email: new FormControl('', { nonNullable: true, validators: [Validators.required, Validators.email] }),
    password: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
  });

  protected fill(): void {
    const account = this.demo();
    if (account) this.form.setValue(account);
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    this.store.dispatch(SessionActions.signInAsked({ ...this.form.getRawValue(), returnTo: this.target() }));
  }
}
