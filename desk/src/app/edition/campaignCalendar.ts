import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Campaign, CampaignTimes, Problem, Repetition } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { Choices, type Choice } from '../field/choices';
import { FloorActions } from '../store/floor.actions';
import { CampaignFields } from '../publishing/campaignFields';
import { CalendarBar } from './calendarBar';
import { CalendarEntries } from './calendarEntries';
import { barOf, daysOf, laterByDays, monthOf, shifted } from './calendarMonth';

const STATES: Readonly<Record<Campaign['state'], string>> = {
  waiting: '○ waits',
  running: '● runs',
  over: 'over',
  'called-off': 'called off',
};

const EVERY: readonly Choice<Repetition['every']>[] = [
  { value: 'year', name: 'year' },
  { value: 'week', name: 'week' },
];

/** Campaigns over the days of a month; where two of the same plans meet, both say so. */
@Component({
  selector: 'desk-campaign-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CalendarBar,
    CalendarEntries,
    CampaignFields,
    Choices,
    DatePipe,
    MatButtonModule,
    MatProgressBarModule,
    RouterLink,
  ],
  templateUrl: './campaignCalendar.html',
  styleUrl: './campaignCalendar.scss',
})
export class CampaignCalendar {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  /** What shoppers see has changed. */
  readonly published = output();

  protected readonly states = STATES;
  protected readonly month = signal(monthOf(new Date()));
  protected readonly title = computed(() => new Date(this.month().year, this.month().month, 1));
  protected readonly days = computed(() => daysOf(this.month(), new Date()));
  protected readonly read = rxResource({ stream: () => this.api.campaigns(), defaultValue: [] });
  private readonly refused = signal<Problem | null>(null);
  protected readonly moving = signal<string | null>(null);
  protected readonly times = signal<CampaignTimes | null>(null);
  protected readonly repeating = signal<string | null>(null);
  protected readonly often = signal(1);
  protected readonly every = signal<Repetition['every']>('year');
  protected readonly everies = EVERY;

  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));
  protected readonly lines = computed(() =>
    (this.read.hasValue() ? this.read.value() : []).map((campaign) => ({
      campaign,
      bar: barOf(campaign, this.month()),
      open: campaign.state === 'waiting' || campaign.state === 'running',
      begun: campaign.state === 'running' || campaign.state === 'over',
    })),
  );

  /** What the fields begin with; the same one until another campaign is moved, as they begin anew with another. */
  protected readonly start = computed((): (CampaignTimes & { name: string }) | null => {
    const campaign = this.lines().find((line) => line.campaign.id === this.moving())?.campaign;
    if (!campaign) return null;
    const { name, zone, startsLocal, endsLocal } = campaign;
    return { name, zone, startsLocal, endsLocal };
  });

  protected shift(by: number): void {
    this.month.update((month) => shifted(month, by));
  }

  protected names(plans: readonly { name: string }[]): string {
    return plans.map(({ name }) => name).join(', ');
  }

  protected move({ id }: Campaign): void {
    const times = this.times();
    if (!times) return;
    const { zone, startsLocal, endsLocal } = times;
    this.api.moveCampaign(id, { zone, startsLocal, endsLocal }).subscribe({
      next: () => this.settled(),
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  /** Undoable rather than asked about. */
  protected shiftDays(campaign: Campaign, days: number): void {
    const { id, name, zone, startsLocal, endsLocal } = campaign;
    const times = {
      zone,
      startsLocal: laterByDays(startsLocal, days),
      endsLocal: endsLocal && laterByDays(endsLocal, days),
    };
    this.api.moveCampaign(id, times).subscribe({
      next: (moved) => {
        this.settled();
        const words = `“${name}” begins ${Math.abs(days) === 1 ? 'a day' : `${Math.abs(days)} days`} ${days > 0 ? 'later' : 'earlier'}. ${moved.clockNote ?? ''}`;
        this.messages
          .open(words, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.shiftDays(moved, -days));
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected sound(times: string): number {
    return Math.min(52, Math.max(1, Math.round(Number(times)) || 1));
  }

  protected repeat({ id, name }: Campaign): void {
    this.api.repeatCampaign(id, { every: this.every(), times: this.often() }).subscribe({
      next: (made) => {
        this.settled();
        const last = made.at(-1)?.startsLocal.slice(0, 10) ?? '';
        this.messages.open(
          `“${name}” is scheduled ${made.length === 1 ? 'once more' : `${made.length} times more`}, the last time on ${last}.`,
          'OK',
          { duration: 10_000 },
        );
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected end({ id }: Campaign): void {
    this.api.endCampaign(id).subscribe({
      next: () => {
        this.settled();
        this.published.emit();
        this.store.dispatch(FloorActions.shopChanged());
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  private settled(): void {
    this.moving.set(null);
    this.repeating.set(null);
    this.refused.set(null);
    this.read.reload();
  }
}
