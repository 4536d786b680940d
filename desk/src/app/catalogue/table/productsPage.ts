import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  addressOf,
  EXPORT_FORMATS,
  type ExportFormat,
  type Problem,
  type ProductColumn,
  type ProductFilter,
  type ProductSorting,
  type ProductView,
} from '@fond/contract';
import { sayClause, type Clause, type GapCount } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { ClauseList } from '../../range/clauseList';
import { FloorActions } from '../../store/floor.actions';
import { floorFeature } from '../../store/floor.feature';
import { RangeVocabulary } from '../../wording/rangeNames';
import { BulkFields } from './bulkFields';
import { CellWriter } from './cellWriter';
import { ColumnChoice } from './columnChoice';
import { gapWords } from './gapWords';
import { NewProduct } from './newProduct';
import { ProductTable, type ShownColumn } from './productTable';
import { RowWindows } from './rowWindows';
import { UndoButtons } from './undoButtons';
import { addressOfTable, filterIn, shownColumns, sortingIn, type TableAddress } from './tableState';

type Panel = 'clauses' | 'columns' | 'bulk' | 'views' | 'make';

/** Columns as somebody left them on this machine. */
const KEPT = 'fond.products.columns';

/** The whole catalogue as a table: found, sorted, corrected in place, and changed by many at once. */
@Component({
  selector: 'desk-products',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BulkFields,
    ClauseList,
    ColumnChoice,
    FormsModule,
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    MatProgressBarModule,
    NewProduct,
    ProductTable,
    RouterLink,
    UndoButtons,
  ],
  providers: [CellWriter],
  templateUrl: './productsPage.html',
  styleUrl: './productsPage.scss',
})
export class ProductsPage {
  private readonly api = inject(CatalogueApi);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly store = inject(Store);
  protected readonly writer = inject(CellWriter);
  protected readonly vocabulary = inject(RangeVocabulary);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly table = viewChild(ProductTable);
  /** Opens a panel with the page, as where “Make a product” leads here. */
  readonly open = input<string>();

  private readonly address = toSignal(this.route.queryParams, { initialValue: {} as TableAddress });
  protected readonly filter = computed((): ProductFilter => filterIn(this.address()), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  protected readonly sorting = computed((): ProductSorting | null => sortingIn(this.address()), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  protected readonly columns = signal<readonly ProductColumn[] | null>(null);
  private readonly chosen = signal<readonly { name: string; width?: number }[] | null>(keptColumns());
  protected readonly shown = computed(() => shownColumns(this.columns() ?? [], this.chosen()));
  private readonly names = computed(() => this.shown().map(({ column }) => column.name), {
    equal: (a, b) => a.join('\n') === b.join('\n'),
  });
  protected readonly gaps = signal<readonly GapCount[]>([]);
  protected readonly views = signal<readonly ProductView[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly formats = EXPORT_FORMATS;
  protected readonly panel = signal<Panel | null>(null);
  protected readonly marked = signal<readonly string[]>([]);
  protected readonly markedRows = signal(1);
  protected readonly windows = new RowWindows(this.api);
  protected readonly total = this.windows.total;
  protected readonly viewName = signal('');
  private typing: ReturnType<typeof setTimeout> | undefined;

  protected readonly aisles = computed(
    () => this.floor()?.aisles.filter(({ kind }) => kind !== 'search') ?? [],
  );
  protected readonly lacks = computed(() =>
    this.gaps()
      .filter(({ count, gap }) => count > 0 || gap === this.filter().gap)
      .map(({ gap, count }) => ({ gap, count, words: gapWords(gap, (key) => this.attribute(key)) })),
  );
  protected readonly clauses = computed((): readonly Clause[] => this.filter().clauses ?? []);
  protected readonly clauseWords = computed(() =>
    this.clauses()
      .map((clause) => sayClause(clause, this.vocabulary.names()))
      .join(', '),
  );
  protected readonly filtered = computed(() => Object.keys(this.filter()).length > 0);

  constructor() {
    this.api.columns().subscribe({
      next: (columns) => this.columns.set(columns),
      error: (problem: Problem) => this.problem.set(problem),
    });
    this.readGaps();
    this.readViews();
    effect(() => {
      if (this.open() === 'make') untracked(() => this.panel.set('make'));
    });
    effect(() => {
      const [filter, sorting, columns] = [this.filter(), this.sorting(), this.names()];
      if (columns.length) untracked(() => this.windows.open({ filter, sorting, columns }));
    });
    this.writer.stored.pipe(takeUntilDestroyed()).subscribe((cells) => {
      this.windows.put(cells);
      this.readGaps();
      // What the floor counts may be another number now.
      this.store.dispatch(FloorActions.shopChanged());
    });
    this.writer.changedElsewhere.pipe(takeUntilDestroyed()).subscribe(() => this.readAnew());
  }

  private readGaps(): void {
    // Without counts the list is only shorter.
    this.api.gaps().subscribe({ next: (gaps) => this.gaps.set(gaps), error: () => undefined });
  }

  private readViews(): void {
    this.api.views().subscribe({ next: (views) => this.views.set(views), error: () => undefined });
  }

  private attribute(key: string): string {
    return `a value of ${this.vocabulary.names().attribute(key)?.label ?? key}`;
  }

  protected readAnew(): void {
    this.windows.open({ filter: this.filter(), sorting: this.sorting(), columns: this.names() });
    this.readGaps();
  }

  protected toggle(panel: Panel): void {
    this.panel.update((open) => (open === panel ? null : panel));
  }

  /** Asks once somebody has stopped typing for a moment. */
  protected search(text: string): void {
    clearTimeout(this.typing);
    this.typing = setTimeout(() => this.narrow({ q: text.trim() || undefined }), 180);
  }

  protected narrow(change: Partial<ProductFilter>): void {
    this.goTo({ ...this.filter(), ...change }, this.sorting());
  }

  protected sort(sorting: ProductSorting | null): void {
    this.goTo(this.filter(), sorting);
  }

  private goTo(filter: ProductFilter, sorting: ProductSorting | null): void {
    void this.router.navigate([], {
      relativeTo: this.route,
      queryParams: { ...addressOfTable(filter, sorting), open: null },
      queryParamsHandling: 'merge',
    });
  }

  protected clear(): void {
    void this.router.navigate([], { relativeTo: this.route, queryParams: {} });
  }

  protected choose(shown: readonly ShownColumn[]): void {
    this.keep(shown.map(({ column, width }) => ({ name: column.name, width })));
  }

  protected resize({ name, width }: { name: string; width: number }): void {
    this.keep(
      this.shown().map((one) => ({
        name: one.column.name,
        width: one.column.name === name ? width : one.width,
      })),
    );
  }

  private keep(columns: readonly { name: string; width?: number }[]): void {
    this.chosen.set(columns);
    localStorage.setItem(KEPT, JSON.stringify(columns));
  }

  protected keepView(): void {
    const name = this.viewName().trim();
    if (!name) return;
    const columns = this.shown().map(({ column, width }) => ({ name: column.name, width }));
    this.api.saveView({ name, filter: this.filter(), sorting: this.sorting(), columns }).subscribe({
      next: () => {
        this.viewName.set('');
        this.readViews();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected openView({ filter, sorting, columns }: ProductView): void {
    this.keep(columns);
    this.panel.set(null);
    this.goTo(
      { q: undefined, aisle: undefined, gap: undefined, clauses: undefined, standing: undefined, ...filter },
      sorting,
    );
  }

  protected forgetView({ name }: ProductView): void {
    this.api.deleteView(name).subscribe({
      next: () => this.readViews(),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected stretched({ skus, rows }: { skus: readonly string[]; rows: number }): void {
    this.marked.set(skus);
    this.markedRows.set(rows);
  }

  /** Where the products of this list are taken out as a file. */
  protected exportAddress(format: ExportFormat): string {
    const { clauses, standing: _, ...filter } = this.filter();
    const query = new URLSearchParams({ format, ...filter });
    if (clauses?.length) query.set('clauses', JSON.stringify(clauses));
    return `${addressOf('exportProducts')}?${query.toString()}`;
  }

  protected bulkDone(id: string): void {
    this.writer.noteDone(id);
    this.readAnew();
    this.store.dispatch(FloorActions.shopChanged());
  }

  protected giveWay(): void {
    this.writer.giveWay();
    this.table()?.focus();
  }

  /** What a refused cell is called, by the place that the server names. */
  protected refusedCell(path: string): string {
    const edit = this.writer.refusal()?.edits[Number(path.split('.')[1])];
    if (!edit) return '';
    const label = this.columns()?.find(({ name }) => name === edit.column)?.label ?? edit.column;
    return `${label} of ${edit.sku}, “${edit.value.slice(0, 40)}”`;
  }
}

function keptColumns(): { name: string; width?: number }[] | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? 'null');
    return Array.isArray(kept) && kept.every(isColumn) ? kept : null;
  } catch {
    return null;
  }
}

const isColumn = (one: unknown): one is { name: string; width?: number } =>
  typeof one === 'object' && one !== null && 'name' in one && typeof one.name === 'string';
