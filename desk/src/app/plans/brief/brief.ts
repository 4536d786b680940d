import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { HOUSE_PLAN_ID } from '@fond/core';
import { RangeVocabulary } from '../../ranges/rangeNames';
import { floorFeature } from '../../floor/floor.feature';
import { planFeature } from '../state/plan.feature';
import { PlanActions } from '../state/plan.actions';
import { PlanView, type SlipName } from '../planView';
import { PlanEditor } from '../state/planEditor';
import { PlanOrigin } from '../state/planOrigin';
import { BaseSlip } from './baseSlip';
import { CardSlip } from './cardSlip';
import { FacetsSlip } from './facetsSlip';
import { FrameSlip } from './frameSlip';
import { GridSlip } from './gridSlip';
import { OrderSlip } from './orderSlip';
import { OriginStrip } from './originStrip';
import { PlanNote } from './planNote';
import { RangeSlip } from './rangeSlip';
import { ReachSlip } from './reachSlip';
import { RelatedSlip } from './relatedSlip';
import { sentencesOf, type BriefWords, type PartName } from './sentences';
import { Word } from './word';

/** Everything that can be set, by the words people look for. */
const SETTINGS: readonly { name: string; slip: SlipName }[] = [
  { name: 'Builds on: base, own settings, hand back', slip: 'base' },
  { name: 'Rank among plans that claim the same aisles', slip: 'reach' },
  { name: 'Reach: which aisles the plan serves', slip: 'reach' },
  { name: 'Except: aisles that are left out', slip: 'reach' },
  { name: 'Fixtures on the page: breadcrumb, title, description', slip: 'frame' },
  { name: 'Category navigation: counts, empty categories', slip: 'frame' },
  { name: 'Shown when: days, widths, first page, filters, languages, share of shoppers', slip: 'frame' },
  { name: 'Range: which products', slip: 'range' },
  { name: 'Clauses: on sale, in stock, price, attributes, new', slip: 'range' },
  { name: 'Main category or any, categories below', slip: 'range' },
  { name: 'Named products', slip: 'range' },
  { name: 'Saved ranges', slip: 'range' },
  { name: 'Why is a product here, or not', slip: 'range' },
  { name: 'Order: how products are sorted', slip: 'order' },
  { name: 'Pins: products at fixed places', slip: 'order' },
  { name: 'Lift and sink, sold out last', slip: 'order' },
  { name: 'Spread: no more than some of a kind in a row', slip: 'order' },
  { name: 'Sort choices for shoppers', slip: 'order' },
  { name: 'Columns at each width', slip: 'grid' },
  { name: 'Products a page: a number, full rows, all of them', slip: 'grid' },
  { name: 'Gap between cards', slip: 'grid' },
  { name: 'Last row', slip: 'grid' },
  { name: 'Filters: which, order, labels', slip: 'facets' },
  { name: 'Filter panel: side, width, heading, counts, clear all', slip: 'facets' },
  { name: 'Search box of the aisle', slip: 'facets' },
  { name: 'Filter controls: list, swatches, slider, steps, switch', slip: 'facets' },
  { name: 'Advice on filters: which help here', slip: 'facets' },
  { name: 'Card: elements, attribute lines', slip: 'card' },
  { name: 'Product pages: related products below', slip: 'related' },
];

/** The plan in plain sentences; every underlined word opens its slip in place. */
@Component({
  selector: 'desk-brief',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BaseSlip,
    OriginStrip,
    PlanNote,
    CardSlip,
    FacetsSlip,
    FrameSlip,
    GridSlip,
    OrderSlip,
    RangeSlip,
    ReachSlip,
    RelatedSlip,
    Word,
  ],
  templateUrl: './brief.html',
  styleUrl: './brief.scss',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class Brief {
  private readonly store = inject(Store);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly editor = inject(PlanEditor);
  private readonly vocabulary = inject(RangeVocabulary);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  protected readonly marked = this.store.selectSignal(planFeature.selectMarked);
  private readonly finder = viewChild<ElementRef<HTMLInputElement>>('finder');

  private readonly view = inject(PlanView);
  protected readonly origin = inject(PlanOrigin);
  protected readonly open = this.view.open;
  protected readonly sought = signal('');
  protected readonly settings = computed(() => {
    const words = this.sought().toLowerCase().split(/\s+/).filter(Boolean);
    return words.length
      ? SETTINGS.filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
      : [];
  });

  protected readonly house = computed(() => this.editor.plan()?.id === HOUSE_PLAN_ID);
  protected readonly serves = computed(() => this.preview()?.serves ?? null);
  protected readonly disputes = computed(() => this.preview()?.disputes ?? []);
  private readonly words = computed((): BriefWords => ({
    vocabulary: this.editor.vocabulary(),
    aisles: this.floor()?.aisles ?? [],
    names: this.vocabulary.names(),
    lang: this.editor.lang(),
  }));
  /** Every part of the plan in words. */
  protected readonly said = computed(() => {
    const plan = this.editor.plan();
    return plan ? sentencesOf(plan, this.words()) : null;
  });
  protected readonly lostPins = computed(() => this.preview()?.report?.lostPins.length ?? 0);
  protected readonly choices = computed(() => {
    const others = (this.editor.shelf()?.order.choices.length ?? 1) - 1;
    return others > 0 ? `${others} other ${others === 1 ? 'way' : 'ways'}` : 'nothing else';
  });
  protected readonly rows = computed(() => {
    const tally = this.editor.tally();
    if (!tally) return '';
    const { lastRow, columns } = tally.widths.wide.last;
    return `: ${tally.pages} ${tally.pages === 1 ? 'page' : 'pages'}, last row ${lastRow} of ${columns}`;
  });
  /** Settings of the grid that stand as they usually do, told in a few words. */
  protected readonly spacing = computed(() => {
    const shelf = this.editor.shelf();
    if (!shelf) return '';
    const rows = { start: 'at the start', centre: 'in the middle', stretch: 'stretched' };
    const own = [
      ...(shelf.gap === 24 ? [] : [`a gap of ${shelf.gap} px`]),
      ...(shelf.lastRow === 'start' ? [] : [`an unfilled row ${rows[shelf.lastRow]}`]),
    ];
    return own.length ? `with ${own.join(' and ')}` : 'with gap and last row as usual';
  });

  protected readonly ownWords = computed(() => {
    const own = this.origin.own().length;
    return this.origin.base() ? `, with ${own} ${own === 1 ? 'setting' : 'settings'} of its own` : '';
  });

  /** Whether a part comes from the base as it is; null in a plan without one. */
  protected inherited(part: PartName): string | null {
    const base = this.origin.base();
    return base && !this.origin.ownIn(part).length ? this.origin.from(part, base.name) : null;
  }

  /** One key hands back what is own in a part. */
  protected handBack(part: PartName): void {
    const own = this.origin.ownIn(part);
    if (own.length)
      this.store.dispatch(
        PlanActions.handedBack({
          paths: own.map(({ path }) => path),
          what: `hand back ${part}`,
          at: Date.now(),
        }),
      );
  }

  protected toggle(name: SlipName): void {
    this.view.show(this.open() === name ? null : name);
  }

  protected mark(id: string | null): void {
    this.store.dispatch(PlanActions.fixtureMarked({ id }));
  }

  protected find(slip: SlipName): void {
    this.sought.set('');
    this.view.show(slip);
    requestAnimationFrame(() => {
      const field = this.host.querySelector<HTMLElement>('.slip button, .slip input, .slip select');
      field?.focus();
      field?.closest('.slip')?.scrollIntoView({ block: 'nearest' });
    });
  }

  protected onKey(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, select, [contenteditable]');
    if (event.key === '/' && !typing) {
      event.preventDefault();
      this.finder()?.nativeElement.focus();
    } else if (event.key === 'Escape' && this.open() && !document.querySelector('.cdk-overlay-backdrop')) {
      const word = this.host.querySelector<HTMLElement>(`[data-slip="${this.open()}"]`);
      this.view.show(null);
      word?.focus();
    }
  }

  protected onFinderKey(event: KeyboardEvent): void {
    const [first] = this.settings();
    if (event.key === 'Enter' && first) this.find(first.slip);
    else if (event.key === 'Escape') this.sought.set('');
  }
}
