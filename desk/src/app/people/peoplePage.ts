import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { mayAs, ROLES, type Problem, type Role, type ShopSettings, type User } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
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
  imports: [ReactiveFormsModule, MatButtonModule, MatProgressBarModule, ActivityList],
  templateUrl: './peoplePage.html',
  styleUrls: ['../shell/sheet.scss', './peoplePage.scss'],
})
export class PeoplePage {
  private readonly api = inject(Api);
  private readonly builder = inject(NonNullableFormBuilder);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);

  protected readonly roles = ROLES;
  protected readonly what = WHAT;
  protected readonly people = rxResource({ stream: () => this.api.people(), defaultValue: [] });
  protected readonly settings = rxResource({ stream: () => this.api.settings() });
  private readonly refused = signal<Problem | null>(null);
  protected readonly adding = signal(false);
  /** Counts up when something was done, so that the record is read anew. */
  protected readonly done = signal(0);

  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  protected readonly list = computed(() => (this.people.hasValue() ? this.people.value() : []));
  protected readonly shop = computed(() => (this.settings.hasValue() ? this.settings.value() : null));
  protected readonly zones = Intl.supportedValuesOf('timeZone');
  protected readonly problem = computed(
    () => this.refused() ?? failureOf(this.people.error() ?? this.settings.error()),
  );

  protected readonly form = this.builder.group({
    name: ['', [Validators.required, Validators.maxLength(120)]],
    email: ['', [Validators.required, Validators.email]],
    password: ['', [Validators.required, Validators.minLength(10)]],
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

  protected change(change: Partial<ShopSettings>): void {
    if (!this.settings.hasValue()) return;
    this.api.changeSettings({ ...this.settings.value(), ...change }).subscribe({
      next: () => this.settled(),
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
    this.settings.reload();
    this.done.update((times) => times + 1);
  }
}
