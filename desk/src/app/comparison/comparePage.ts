import { DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router } from '@angular/router';
import type { AisleComparisonQuery } from '@fond/contract';
import type { FixtureType } from '@fond/core';
import { AislePick } from '../aisle/aislePick';
import { Api } from '../api/api';
import { ComparisonApi } from '../api/comparisonApi';
import { failureOf } from '../api/problem';
import { TrialApi } from '../api/trialApi';
import { BeforeAfter } from '../publishing/beforeAfter';
import { versionName } from '../wording/trialWords';
import { FIXTURE_WORDS } from '../wording/words';
import { SidesDifference } from './sidesDifference';

interface Side {
  name: string;
  said: string;
}

const LIVE: Side = { name: 'live', said: 'What is live' };

/** Any two states of the shop: what is live, editions, drafts and versions of trials; in words, by products, and as pages. */
@Component({
  selector: 'desk-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AislePick, BeforeAfter, DecimalPipe, MatProgressBarModule, SidesDifference],
  templateUrl: './comparePage.html',
  styleUrls: ['../shell/sheet.scss', './comparePage.scss'],
})
export class ComparePage {
  private readonly api = inject(Api);
  private readonly comparison = inject(ComparisonApi);
  private readonly trialApi = inject(TrialApi);
  private readonly router = inject(Router);
  /** What is compared stands in the address. */
  readonly from = input<string>();
  readonly to = input<string>();
  readonly path = input<string>();
  readonly q = input<string>();
  readonly lang = input<string>();

  private readonly plans = rxResource({ stream: () => this.api.plans(), defaultValue: [] });
  private readonly editions = rxResource({ stream: () => this.api.editions(), defaultValue: [] });
  private readonly trials = rxResource({ stream: () => this.trialApi.list(), defaultValue: [] });
  protected readonly first = computed(() => this.from() ?? 'live');
  protected readonly second = computed(() => this.to() ?? '');

  protected readonly groups = computed((): { name: string; sides: readonly Side[] }[] => {
    const plans = this.plans.hasValue() ? this.plans.value() : [];
    const drafts = plans.filter(({ changed, standing }) => changed && standing === 'open');
    const editions = this.editions.hasValue() ? this.editions.value() : [];
    const trials = this.trials.hasValue() ? this.trials.value() : [];
    const known = [
      { name: 'Now', sides: [LIVE] },
      { name: 'Drafts', sides: drafts.map(({ id, name }) => ({ name: id, said: `Draft of ${name}` })) },
      {
        name: 'Trials',
        sides: trials.flatMap(({ id, name, versions }) =>
          versions.flatMap((_, at) =>
            at ? [{ name: `trial:${id}-${at}`, said: `${versionName(at)} of the trial “${name}”` }] : [],
          ),
        ),
      },
      {
        name: 'Editions',
        sides: editions.map(({ number, note }) => ({
          name: `edition:${number}`,
          said: `Edition ${number}: ${note}`.slice(0, 80),
        })),
      },
    ];
    const all = new Set(known.flatMap(({ sides }) => sides.map(({ name }) => name)));
    // An address may name several drafts, or a day.
    const others = [this.first(), this.second()].filter((name) => name && !all.has(name));
    return [
      ...known,
      { name: 'From the address', sides: others.map((name) => ({ name, said: this.said(name) })) },
    ].filter(({ sides }) => sides.length);
  });

  protected readonly asked = computed((): AisleComparisonQuery | undefined => {
    const path = this.path();
    if (!path || !this.second()) return undefined;
    const [q, lang] = [this.q(), this.lang()];
    return { from: this.first(), to: this.second(), path, ...(q && { q }), ...(lang && { lang }) };
  });
  protected readonly aisle = rxResource({
    params: () => this.asked(),
    stream: ({ params }) => this.comparison.aisle(params),
  });
  protected readonly problem = computed(() => failureOf(this.aisle.error()));
  protected readonly found = computed(() => (this.aisle.hasValue() ? (this.aisle.value() ?? null) : null));
  /** The address of the page in both frames. */
  protected readonly page = computed(() => {
    const query = new URLSearchParams();
    for (const [name, value] of [
      ['q', this.q()],
      ['lang', this.lang()],
    ] as const)
      if (value) query.set(name, value);
    return (this.path() ?? '/') + (query.size ? `?${query.toString()}` : '');
  });

  protected nameOf(side: string): string {
    for (const { sides } of this.groups()) for (const { name, said } of sides) if (name === side) return said;
    return this.said(side);
  }

  private said(name: string): string {
    return name.startsWith('day:') ? `The shop on ${name.slice(4).replace('T', ', ')}` : name;
  }

  protected fixtures(types: readonly FixtureType[]): string {
    return types.map((type) => FIXTURE_WORDS[type]).join(', ');
  }

  protected see(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  protected turn(): void {
    this.see({ from: this.second(), to: this.first() });
  }
}
