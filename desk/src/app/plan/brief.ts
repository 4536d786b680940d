import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { HOUSE_PLAN_ID } from '@fond/core';
import { planFeature } from '../draft/plan.feature';
import { PlanView, type SlipName } from '../wording/planView';
import { PlanEditor } from '../draft/planEditor';
import { PlanOrigin } from '../draft/planOrigin';
import { BadgesSlip } from '../badge/badgesSlip';
import { BaseSlip } from './baseSlip';
import { FixtureList } from '../fixture/fixtureList';
import { BriefLines } from '../brief/briefLines';
import { LookSlip } from '../look/lookSlip';
import { OriginStrip } from '../brief/originStrip';
import { PlanNote } from '../brief/planNote';
import { PlanNotes } from '../note/planNotes';
import { ReachSlip } from '../reach/reachSlip';
import { ProductPageSlip } from '../productPage/productPageSlip';
import { Word } from '../brief/word';

/** Everything that can be set, by the words people look for. */
const SETTINGS: readonly { name: string; slip: SlipName }[] = [
  { name: 'Builds on: base, own settings, back to the base’s', slip: 'base' },
  { name: 'Rank among plans that claim the same aisles', slip: 'reach' },
  { name: 'Reach: which aisles the plan serves', slip: 'reach' },
  { name: 'Except: aisles that are left out', slip: 'reach' },
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
  { name: 'Paging: numbers, a button for more, while scrolling', slip: 'grid' },
  { name: 'Last row', slip: 'grid' },
  { name: 'Words and pictures among the products', slip: 'inserts' },
  { name: 'Filters: which, order, labels', slip: 'facets' },
  { name: 'Filter panel: side, width, heading, counts, clear all', slip: 'facets' },
  { name: 'Search box of the aisle', slip: 'facets' },
  { name: 'Filter controls: list, swatches, slider, steps, switch', slip: 'facets' },
  { name: 'Advice on filters: which help here', slip: 'facets' },
  { name: 'Card: elements, attribute lines', slip: 'card' },
  { name: 'Badges: which products, text, colours, corner, priority', slip: 'badges' },
  { name: 'Product pages: pictures, small ones in a row, zoom', slip: 'productPage' },
  { name: 'Product pages: shelves below, goes well with, instead of, related', slip: 'productPage' },
  { name: 'Product pages: reviews of shoppers', slip: 'productPage' },
  { name: 'Product pages: title and description for search engines', slip: 'productPage' },
  { name: 'Look: colours, contrast, fonts, headings, space, corners, shadow', slip: 'look' },
];

/** The plan in plain sentences; every underlined word opens its slip in place. */
@Component({
  selector: 'desk-brief',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    RouterLink,
    BadgesSlip,
    BaseSlip,
    FixtureList,
    OriginStrip,
    PlanNote,
    PlanNotes,
    ReachSlip,
    ProductPageSlip,
    Word,
    LookSlip,
  ],
  templateUrl: './brief.html',
  styleUrls: ['../brief/sentence.scss', './brief.scss'],
  providers: [BriefLines],
  host: { '(document:keydown)': 'onKey($event)' },
})
export class Brief {
  private readonly store = inject(Store);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly editor = inject(PlanEditor);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  private readonly finder = viewChild<ElementRef<HTMLInputElement>>('finder');

  private readonly view = inject(PlanView);
  protected readonly origin = inject(PlanOrigin);
  protected readonly lines = inject(BriefLines);
  protected readonly open = this.view.open;
  protected readonly sought = signal('');
  protected readonly settings = computed(() => {
    const words = this.sought().toLowerCase().split(/\s+/).filter(Boolean);
    return words.length && !this.part()
      ? SETTINGS.filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
      : [];
  });

  protected readonly house = computed(() => this.editor.plan()?.id === HOUSE_PLAN_ID);
  protected readonly part = computed(() => this.editor.plan()?.kind === 'part');
  protected readonly usedIn = this.store.selectSignal(planFeature.selectHeirs);
  protected readonly serves = computed(() => this.preview()?.serves ?? null);
  protected readonly disputes = computed(() => this.preview()?.disputes ?? []);
  protected readonly ownWords = computed(() => {
    const own = this.origin.own().length;
    return this.origin.base() ? `, with ${own} ${own === 1 ? 'setting' : 'settings'} of its own` : '';
  });

  constructor() {
    effect((onCleanup) => {
      if (!this.open()) return;
      const watching = new AbortController();
      onCleanup(() => watching.abort());
      // Drawn first; what it has to ask for lets it grow a little later.
      requestAnimationFrame(() => requestAnimationFrame(() => this.bringIntoView(watching.signal)));
    });
  }

  /** An open slip is seen, its head at least, until somebody scrolls by themselves. */
  private bringIntoView(over: AbortSignal): void {
    const slip = this.host.querySelector('.slip');
    if (!slip || over.aborted) return;
    const grown = new ResizeObserver(() => {
      const high = slip.getBoundingClientRect().height > this.host.clientHeight;
      // The sentence that it stands under changes with what is edited, and is seen along.
      const whole = slip.closest('section') ?? slip;
      if (high) whole.scrollIntoView({ block: 'start' });
      else slip.scrollIntoView({ block: 'nearest' });
    });
    grown.observe(slip);
    const stop = (): void => grown.disconnect();
    over.addEventListener('abort', stop);
    for (const kind of ['wheel', 'pointerdown', 'click', 'keydown', 'touchmove'])
      this.host.addEventListener(kind, stop, { once: true, signal: over });
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
