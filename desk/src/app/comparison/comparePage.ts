import { DecimalPipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router } from '@angular/router';
import type { AisleComparisonQuery } from '@fond/contract';
import { WIDTH_NAMES, type FixtureType, type WidthName } from '@fond/core';
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

const widthOf = (name: string | undefined): WidthName => WIDTH_NAMES.find((one) => one === name) ?? 'wide';

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
  readonly fromOrder = input<string>();
  readonly toOrder = input<string>();
  readonly fromWidth = input<string>();
  readonly toWidth = input<string>();

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
      { name: 'From the address', sides: others.map((name) => ({ name, said: this.sideName(name) })) },
    ].filter(({ sides }) => sides.length);
  });

  protected readonly asked = computed((): AisleComparisonQuery | undefined => {
    const path = this.path();
    if (!path || !this.second()) return undefined;
    const others = {
      q: this.q(),
      lang: this.lang(),
      fromOrder: this.fromOrder(),
      toOrder: this.toOrder(),
    };
    return {
      from: this.first(),
      to: this.second(),
      path,
      ...Object.fromEntries(Object.entries(others).filter(([, value]) => value)),
    };
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

  /** Orders and widths of both sides, as long as an aisle is looked at. */
  protected readonly seen = computed(() => ({
    from: { order: this.fromOrder() ?? null, width: widthOf(this.fromWidth()) },
    to: { order: this.toOrder() ?? null, width: widthOf(this.toWidth()) },
  }));
  protected readonly widths = WIDTH_NAMES;
  protected readonly sides = ['from', 'to'] as const;
  private readonly pages = viewChild(BeforeAfter);
  /** What is said of a product that was looked for in the pages. */
  protected readonly lookedFor = signal('');

  /** Leads into both pages. */
  protected find({ slug, title }: { slug: string; title: string }): void {
    const found = this.pages()?.find(slug) ?? 0;
    this.lookedFor.set(
      found
        ? `${title} is marked ${found === 2 ? 'in both pages' : 'in one of the pages'}.`
        : `${title} stands on a later page of both.`,
    );
  }

  /** One side with its order and width. */
  protected sideWords(side: string, of: 'from' | 'to'): string {
    const { order, width } = this.seen()[of];
    const label = this.found()?.orders.find(({ key }) => key === order)?.label ?? order;
    return [this.nameOf(side), label && `by “${label}”`, width === 'wide' ? '' : width]
      .filter(Boolean)
      .join(', ');
  }

  protected nameOf(side: string): string {
    for (const { sides } of this.groups()) for (const { name, said } of sides) if (name === side) return said;
    return this.sideName(side);
  }

  private sideName(name: string): string {
    return name.startsWith('day:') ? `The shop on ${name.slice(4).replace('T', ', ')}` : name;
  }

  protected fixtures(types: readonly FixtureType[]): string {
    return types.map((type) => FIXTURE_WORDS[type]).join(', ');
  }

  protected see(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  protected seeAs(parameter: string, value: string): void {
    this.see({ [parameter]: value || null });
  }

  protected turn(): void {
    this.see({
      from: this.second(),
      to: this.first(),
      fromOrder: this.toOrder() ?? null,
      toOrder: this.fromOrder() ?? null,
      fromWidth: this.toWidth() ?? null,
      toWidth: this.fromWidth() ?? null,
    });
  }
}
