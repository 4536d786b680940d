import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { PRODUCT_ROOT } from '@fond/core';
import type { Problem, ProductColumn, ProductPlace, ProductSheet, Standing } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';
import { languageName } from '../../records/languageName';
import { RichText } from '../../records/richText';
import { FloorActions } from '../../store/floor.actions';
import { CatalogueWords } from '../../wording/catalogueWords';
import { STANDING_WORDS } from '../table/cellFace';
import { cellKey, CellWriter } from '../table/cellWriter';
import { UndoButtons } from '../table/undoButtons';
import { DrawnCard } from './drawnCard';
import { EntryList } from './entryList';
import { LinkedProducts } from './linkedProducts';
import { ProductPictures } from './productPictures';
import { SearchLook } from './searchLook';
import { UsesList } from '../groups/usesList';

interface LanguageTexts {
  lang: string;
  title: string;
  description: string;
}

const NUMBERS: readonly string[] = ['price', 'was', 'stock'];
const LISTS: readonly string[] = ['category', 'tags', 'collections'];

/** Everything of one product, each field stored as it is left; beside it where the product stands in the shop. */
@Component({
  selector: 'desk-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DrawnCard,
    EntryList,
    LinkedProducts,
    MatButtonModule,
    MatIconModule,
    MatProgressBarModule,
    ProductPictures,
    SearchLook,
    UsesList,
    RichText,
    RouterLink,
    UndoButtons,
  ],
  providers: [CellWriter],
  host: { '(document:keydown)': 'onKey($event)' },
  templateUrl: './productPage.html',
  styleUrl: './productPage.scss',
})
export class ProductPage {
  private readonly api = inject(CatalogueApi);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly words = inject(CatalogueWords).vocabulary;
  protected readonly writer = inject(CellWriter);
  /** Of the address. */
  readonly sku = input.required<string>();

  protected readonly sheet = signal<ProductSheet | null>(null);
  protected readonly columns = signal<readonly ProductColumn[]>([]);
  protected readonly places = signal<readonly ProductPlace[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  /** Descriptions that are being written, and when they are stored. */
  private readonly writing = new Map<string, ReturnType<typeof setTimeout>>();

  private readonly cells = computed(
    () => new Map(this.sheet()?.cells.map(({ column, value }) => [column, value]) ?? []),
  );
  protected readonly languages = computed(() => this.words()?.languages ?? ['en']);
  protected readonly texts = computed((): LanguageTexts[] =>
    this.languages().map((lang, at) => ({
      lang,
      title: at ? `title@${lang}` : 'title',
      description: at ? `description@${lang}` : 'description',
    })),
  );
  protected readonly attributes = computed(() =>
    this.columns().filter(({ sort }) => sort?.startsWith('attribute:')),
  );
  protected readonly numbers = computed(() => this.columnsNamed(NUMBERS));
  protected readonly lists = computed(() => this.columnsNamed(LISTS));
  protected readonly title = computed(() => this.cells().get('title') ?? '');
  protected readonly standing = computed(() => this.sheet()?.standing ?? 'live');
  protected readonly standings = Object.entries(STANDING_WORDS) as [Standing, string][];
  protected readonly address = computed(() => `/shop${PRODUCT_ROOT}/${this.cells().get('slug') ?? ''}`);
  protected readonly root = PRODUCT_ROOT;
  protected readonly language = languageName;

  constructor() {
    this.api.columns().subscribe({
      next: (columns) => this.columns.set(columns),
      error: (problem: Problem) => this.problem.set(problem),
    });
    effect(() => {
      const sku = this.sku();
      untracked(() => this.read(sku));
    });
    this.writer.stored.pipe(takeUntilDestroyed()).subscribe(() => {
      this.read(this.sku());
      this.store.dispatch(FloorActions.shopChanged());
    });
  }

  protected again(): void {
    this.read(this.sku());
  }

  private columnsNamed(names: readonly string[]): ProductColumn[] {
    return names.flatMap((name) => this.columns().find((column) => column.name === name) ?? []);
  }

  protected read(sku: string): void {
    this.api.read(sku).subscribe({
      next: (sheet) => {
        this.sheet.set(sheet);
        this.problem.set(null);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
    this.api.places(sku).subscribe({
      next: (places) => this.places.set(places),
      error: () => this.places.set([]),
    });
  }

  /** What stands in a field: what was typed and isn't stored yet, or what is stored. */
  protected cell(column: string): string {
    return this.writer.pending().get(cellKey(this.sku(), column)) ?? this.cells().get(column) ?? '';
  }

  protected faultOf(column: string): string | null {
    const refused = this.writer.refusal();
    const at = refused?.edits.findIndex((edit) => edit.column === column) ?? -1;
    if (!refused || at < 0) return null;
    const conflict = refused.conflicts.find((one) => one.column === column);
    if (conflict) return `Somebody wrote “${conflict.theirs.slice(0, 60)}” here meanwhile.`;
    return (
      refused.problem.errors?.find(({ path }) => path.startsWith(`cells.${at}.`))?.message ??
      refused.problem.detail
    );
  }

  protected write(column: string, value: string): void {
    const seen = this.cells().get(column) ?? '';
    if (value !== seen || this.faultOf(column)) this.writer.write([{ sku: this.sku(), column, value, seen }]);
    else this.writer.giveWay();
  }

  /**
   * Words are stored once somebody has stopped writing for a moment, so that each letter is no edit of its own; to the
   * product that was before them, though they may have gone on to another one.
   */
  protected describe(column: string, html: string): void {
    const [sku, seen] = [this.sku(), this.cells().get(column) ?? ''];
    const key = cellKey(sku, column);
    clearTimeout(this.writing.get(key));
    this.writing.set(
      key,
      setTimeout(() => this.writer.write([{ sku, column, value: html, seen }]), 900),
    );
  }

  protected order(sources: readonly string[]): void {
    this.write('image', sources.join('|'));
  }

  /** A file may have written it in another word. */
  protected isYes(column: string): boolean {
    return /^(yes|true|1|oui|ja|y)$/i.test(this.cell(column));
  }

  protected onKey(event: KeyboardEvent): void {
    const field =
      event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]');
    if (field || !(event.ctrlKey || event.metaKey)) return;
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) this.writer.undo();
    else if (key === 'y' || key === 'z') this.writer.redo();
    else return;
    event.preventDefault();
  }

  private takeBack(edit: string, sku: string): void {
    this.api.undo(edit).subscribe({
      next: () => void this.router.navigate(['/products', sku]),
      error: ({ title, detail, errors }: Problem) =>
        this.messages.open(`${title}. ${errors?.[0]?.message ?? detail}`, 'Close'),
    });
  }

  protected delete(): void {
    const sku = this.sku();
    this.api.deleteProduct(sku).subscribe({
      next: ({ edit }) => {
        this.messages
          .open(`${sku} is deleted.`, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.takeBack(edit, sku));
        void this.router.navigateByUrl('/products');
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
