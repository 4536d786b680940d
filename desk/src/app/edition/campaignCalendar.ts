import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Campaign, CampaignTimes, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { CampaignFields } from '../publishing/campaignFields';
import { barOf, daysOf, monthOf, shifted } from './calendarMonth';

const STATES: Readonly<Record<Campaign['state'], string>> = {
  waiting: '○ waits',
  running: '● runs',
  over: 'over',
  'called-off': 'called off',
};

/** Campaigns over the days of a month; where two of the same plans meet, both say so. */
@Component({
  selector: 'desk-campaign-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatProgressBarModule, RouterLink, CampaignFields],
  templateUrl: './campaignCalendar.html',
  styleUrl: './campaignCalendar.scss',
})
export class CampaignCalendar {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
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

  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));
  protected readonly lines = computed(() =>
    (this.read.hasValue() ? this.read.value() : []).map((campaign) => ({
      campaign,
      bar: barOf(campaign, this.month()),
      open: campaign.state === 'waiting' || campaign.state === 'running',
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
    this.refused.set(null);
    this.read.reload();
  }
}
