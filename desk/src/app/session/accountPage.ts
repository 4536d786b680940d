import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { goodPassword } from './goodPassword';
import { SessionActions } from './session.actions';
import { sessionFeature } from './session.feature';

/** One's own password and sessions. */
@Component({
  selector: 'desk-account',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatButtonModule],
  template: `
    <div class="page">
      <header>
        <h1>Your account</h1>
        <p>{{ user()?.name }}, {{ user()?.email }}</p>
      </header>
      @if (problem(); as told) {
        <p class="trouble" role="alert">
          <strong>{{ told.title }}.</strong>
          @for (error of told.errors ?? []; track error.path) {
            {{ error.path === 'current' ? 'The present password' : 'The new password' }} {{ error.message }}.
          } @empty {
            {{ told.detail }}
          }
        </p>
      }
      <form [formGroup]="form" (ngSubmit)="change()">
        <h2>Change your password</h2>
        <label
          >Present password
          <input class="field" type="password" formControlName="current" autocomplete="current-password"
        /></label>
        <label
          >New password
          <input class="field" type="password" formControlName="password" autocomplete="new-password"
        /></label>
        @if (form.controls.password.touched && form.controls.password.getError('fault'); as fault) {
          <p class="trouble">It {{ fault }}.</p>
        }
        <p class="ways"><button mat-flat-button type="submit">Change it</button></p>
        <p class="quiet">You stay signed in here; everywhere else your sessions end.</p>
      </form>
      <section>
        <h2>Sessions</h2>
        <p class="ways">
          <button mat-stroked-button type="button" (click)="signOutEverywhere()">Sign out everywhere</button>
        </p>
        <p class="quiet">Also here. For when you have left a session open elsewhere.</p>
      </section>
    </div>
  `,
  styleUrls: ['../shell/sheet.scss', '../person/peoplePage.scss'],
  styles: `
    .page {
      max-width: 620px;
    }
    section {
      margin-top: 26px;
    }
    .quiet {
      color: var(--quiet);
      margin: 0;
    }
  `,
})
export class AccountPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  protected readonly user = this.store.selectSignal(sessionFeature.selectUser);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly form = inject(NonNullableFormBuilder).group({
    current: ['', Validators.required],
    password: ['', goodPassword],
  });

  protected change(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { current, password } = this.form.getRawValue();
    this.api.changePassword(current, password).subscribe({
      next: (session) => {
        this.problem.set(null);
        this.form.reset();
        this.store.dispatch(SessionActions.signedIn({ session }));
        this.messages.open('Your password is changed.', undefined, { duration: 6_000 });
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected signOutEverywhere(): void {
    const user = this.user();
    if (!user) return;
    this.api.endSessions(user.id).subscribe({
      next: () => this.store.dispatch(SessionActions.signedOut()),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
