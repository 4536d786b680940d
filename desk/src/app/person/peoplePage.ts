import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatMenuModule } from '@angular/material/menu';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import { mayAs, passwordFault, ROLES, type Problem, type Role, type User } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { goodPassword } from '../session/goodPassword';
import { sessionFeature } from '../session/session.feature';
import { ActivityList } from './activityList';

const WHAT: Readonly<Record<Role, string>> = {
  viewer: 'sees everything and changes nothing',
  merchandiser: 'edits drafts and asks for publishing',
  publisher: 'publishes, schedules and takes back',
  owner: 'gives roles and settles how the shop works',
};

/** Who may do what in this shop, and the record of what was done. */
@Component({
  selector: 'desk-people',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatButtonModule, MatProgressBarModule, MatMenuModule, ActivityList],
  templateUrl: './peoplePage.html',
  styleUrls: ['../shell/sheet.scss', './peoplePage.scss'],
})
export class PeoplePage {
  private readonly api = inject(Api);
  private readonly messages = inject(MatSnackBar);
  private readonly builder = inject(NonNullableFormBuilder);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);

  protected readonly roles = ROLES;
  protected readonly what = WHAT;
  protected readonly people = rxResource({ stream: () => this.api.people(), defaultValue: [] });
  private readonly refused = signal<Problem | null>(null);
  protected readonly adding = signal(false);
  /** Counts up when something was done, so that the record is read anew. */
  protected readonly done = signal(0);

  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  protected readonly list = computed(() => (this.people.hasValue() ? this.people.value() : []));
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.people.error()));
  /** Whose new password is being typed. */
  protected readonly resetting = signal<number | null>(null);
  protected readonly passwordFault = passwordFault;
  protected readonly me = computed(() => this.user()?.id);

  protected readonly form = this.builder.group({
    name: ['', [Validators.required, Validators.maxLength(120)]],
    email: ['', [Validators.required, Validators.email]],
    password: ['', goodPassword],
    role: ['merchandiser' as Role, Validators.required],
  });

  protected giveRole(person: User, field: HTMLSelectElement): void {
    this.api.changeRole(person.id, field.value as Role).subscribe({
      next: () => this.settled(),
      error: (problem: Problem) => {
        field.value = person.role;
        this.refused.set(problem);
      },
    });
  }

  protected remove(person: User): void {
    this.carryOut(this.api.removePerson(person.id), `${person.name} can’t sign in any more.`);
  }

  protected signOut(person: User): void {
    this.carryOut(this.api.endSessions(person.id), `${person.name} is signed out everywhere.`);
  }

  protected reset(person: User, password: string): void {
    if (passwordFault(password)) return;
    this.resetting.set(null);
    this.carryOut(this.api.resetPassword(person.id, password), `${person.name} has a new password.`);
  }

  private carryOut(request: Observable<void>, words: string): void {
    request.subscribe({
      next: () => {
        this.settled();
        this.messages.open(words, undefined, { duration: 6_000 });
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected add(): void {
    if (this.form.invalid) {
      this.form.markAllAsTouched();
      return;
    }
    this.api.addPerson(this.form.getRawValue()).subscribe({
      next: () => {
        this.form.reset();
        this.adding.set(false);
        this.settled();
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  private settled(): void {
    this.refused.set(null);
    this.people.reload();
    this.done.update((times) => times + 1);
  }
}
