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
import { HOUSE_PLAN_ID, listed, sayRange } from '@fond/core';
import { RangeVocabulary } from '../../ranges/rangeNames';
import { floorFeature } from '../../floor/floor.feature';
import { planFeature } from '../state/plan.feature';
import { PlanActions } from '../state/plan.actions';
import { PlanView, type SlipName } from '../planView';
import { PlanEditor } from '../state/planEditor';
import { CardSlip } from './cardSlip';
import { FacetsSlip } from './facetsSlip';
import { FrameSlip } from './frameSlip';
import { GridSlip } from './gridSlip';
import { OrderSlip } from './orderSlip';
import { RangeSlip } from './rangeSlip';
import { ReachSlip } from './reachSlip';
import { RelatedSlip } from './relatedSlip';
import { reachWords } from './reachWords';
import { Word } from './word';
import { elementWords, facetWords, FIXTURE_WORDS, orderWords, pageSizeWords, shortList } from './words';

/** Everything that can be set, by the words people look for. */
const SETTINGS: readonly { name: string; slip: SlipName }[] = [
  { name: 'Reach: which aisles the plan serves', slip: 'reach' },
  { name: 'Except: aisles that are left out', slip: 'reach' },
  { name: 'Fixtures on the page: breadcrumb, title, description', slip: 'frame' },
  { name: 'Category navigation: counts, empty categories', slip: 'frame' },
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
  imports: [CardSlip, FacetsSlip, FrameSlip, GridSlip, OrderSlip, RangeSlip, ReachSlip, RelatedSlip, Word],
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
  protected readonly reach = computed(() =>
    reachWords(this.editor.plan()?.reach ?? { include: [], exclude: [] }, this.floor()?.aisles ?? []),
  );
  protected readonly frame = computed(() =>
    (this.editor.plan()?.fixtures ?? [])
      .filter((fixture) => fixture.type !== 'facets' && fixture.type !== 'shelf')
      .map((fixture) => FIXTURE_WORDS[fixture.type])
      .join(', '),
  );
  protected readonly range = computed(() => {
    const range = this.editor.shelf()?.range;
    return range ? sayRange(range, this.vocabulary.names()) : '';
  });
  protected readonly order = computed(() => orderWords(this.editor.shelf()?.order.levels ?? []));
  /** What stands out of the keys' order, in the words of the sentence. */
  protected readonly arranged = computed(() => {
    const order = this.editor.shelf()?.order;
    if (!order) return '';
    const parts = [
      order.lift.length ? 'some lifted' : '',
      order.sink.length ? 'some sunk' : '',
      order.soldOutLast ? 'sold out last' : '',
      order.spread ? 'spread out' : '',
      order.pins.length ? `${order.pins.length} ${order.pins.length === 1 ? 'pin' : 'pins'}` : '',
    ].filter(Boolean);
    return parts.length ? `, with ${listed(parts, 'and')}` : '';
  });
  protected readonly lostPins = computed(() => this.preview()?.report?.lostPins.length ?? 0);
  protected readonly choices = computed(() => {
    const others = (this.editor.shelf()?.order.choices.length ?? 1) - 1;
    return others > 0 ? `${others} other ${others === 1 ? 'way' : 'ways'}` : 'nothing else';
  });
  protected readonly facets = computed(() => {
    const panel = this.editor.panel();
    if (!panel) return null;
    const words = panel.facets.map((choice) =>
      facetWords(choice, this.editor.vocabulary(), this.editor.lang()),
    );
    return words.length ? shortList(words, 4) : 'nothing yet';
  });
  /** What stands below a product, after “Product pages show”. */
  protected readonly related = computed(() => {
    const related = this.editor.plan()?.related;
    return related
      ? `up to ${related.most} ${sayRange(related.range, this.vocabulary.names())}`
      : 'nothing more';
  });
  protected readonly card = computed(() =>
    shortList(
      (this.editor.shelf()?.card ?? [])
        .filter((element) => element.on)
        .map((element) => elementWords(element, this.editor.vocabulary(), this.editor.lang())),
      7,
    ),
  );
  protected readonly grid = computed(() => {
    const shelf = this.editor.shelf();
    if (!shelf) return '';
    const { wide, medium, narrow } = shelf.columns;
    return `${wide} ${wide === 1 ? 'column' : 'columns'} (${medium} medium, ${narrow} narrow), ${pageSizeWords(shelf.pageSize)}`;
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
