import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  productShelf,
  sayRange,
  textIn,
  type GallerySettings,
  type ProductPage,
  type ProductShelf,
  type RangeSource,
} from '@fond/core';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { Choices } from '../field/choices';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { WidthFields } from '../field/widthFields';
import { PromotionFields, type PromotionChange } from '../fixture/promotionFields';
import { RangeVocabulary } from '../wording/rangeNames';
import { PatternFields } from './patternFields';

const MAX_SHELVES = 8;

const SOURCES: readonly { name: string; id: string; source: RangeSource }[] = [
  { name: 'what goes well with it', id: 'goes-with', source: { kind: 'linked', as: 'with' } },
  { name: 'what may be taken instead', id: 'instead', source: { kind: 'linked', as: 'instead' } },
  { name: 'what is close to it', id: 'related', source: { kind: 'related' } },
  { name: 'its main category', id: 'category', source: { kind: 'aisle', below: true, main: false } },
  { name: 'the whole shop', id: 'shop', source: { kind: 'catalogue' } },
  { name: 'named products', id: 'named', source: { kind: 'named', skus: [] } },
];

/** The pages of the products whose main category the plan serves: pictures, the shelves below, reviews, search engines. */
@Component({
  selector: 'desk-product-page-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, PatternFields, PromotionFields, RowTools, WidthFields],
  template: `
    @if (page(); as one) {
      <h2>Pictures</h2>
      <div class="line">
        <span>Small ones</span>
        <desk-choices
          label="Small pictures"
          [choices]="sides"
          [value]="one.gallery.side"
          (chosen)="gallery({ side: $event })"
        />
        <label
          ><input
            type="checkbox"
            [checked]="one.gallery.zoom"
            (change)="gallery({ zoom: !one.gallery.zoom })"
          />
          open large over the page</label
        >
      </div>
      @if (one.gallery.side === 'below') {
        <desk-width-fields
          name="In a row"
          [values]="one.gallery.thumbnails"
          [least]="2"
          [most]="12"
          (changed)="gallery({ thumbnails: $event })"
        />
      }
      <h2>Shelves below the product</h2>
      <ol class="shelves" aria-label="Shelves below the product">
        @for (shelf of one.shelves; track shelf.id; let at = $index) {
          <li>
            <div class="row">
              <button
                type="button"
                class="fold"
                [attr.aria-expanded]="unfolded() === shelf.id"
                (click)="unfolded.set(unfolded() === shelf.id ? null : shelf.id)"
              >
                {{ nameOf(shelf) }}
              </button>
              <desk-row-tools
                [name]="nameOf(shelf)"
                [at]="at"
                [count]="one.shelves.length"
                [least]="0"
                (moved)="move(at, $event)"
                (removed)="remove(shelf)"
              />
            </div>
            @if (unfolded() === shelf.id) {
              <div class="fields" role="group" [attr.aria-label]="nameOf(shelf)">
                <desk-promotion-fields
                  [settings]="shelf"
                  [product]="product() ?? ''"
                  otherwise="the shop’s own words"
                  (changed)="change(shelf, $event.what, $event.change)"
                />
              </div>
            }
          </li>
        } @empty {
          <li class="none">Nothing stands below the product.</li>
        }
      </ol>
      @if (one.shelves.length < greatest) {
        <p class="line">
          <label
            >Add a shelf of
            <select aria-label="Add a shelf" (change)="add($any($event.target))">
              <option value="" selected>choose …</option>
              @for (choice of sources; track choice.id) {
                <option [value]="choice.id">{{ choice.name }}</option>
              }
            </select></label
          >
        </p>
      }
      @if (product(); as address) {
        <p class="hint">
          @if (onProduct()) {
            Counted for the product in the window, itself aside.
          } @else {
            Counted for the first product in the window.
            <button type="button" class="choice" (click)="see(address)">See its page in the window</button>
          }
          What is close to a product shares categories, collections, tags and attributes with it; what few
          products share counts for more.
        </p>
      }
      <h2>Reviews</h2>
      <div class="line">
        <label
          ><input
            type="checkbox"
            [checked]="one.reviews"
            (change)="put('reviews', { reviews: !one.reviews })"
          />
          shoppers read what others say, and may write a review</label
        >
      </div>
      <h2>For search engines</h2>
      <p class="hint">
        Where a product says nothing itself. Words with fields in braces; empty keeps its name.
      </p>
      <desk-pattern-fields />
    }
  `,
  styles: `
    h2 {
      margin: 14px 0 4px;
      font-size: 14px;
    }
    h2:first-child {
      margin-top: 0;
    }
    .shelves {
      margin: 0 0 8px;
      padding: 0;
      list-style: none;
    }
    .shelves li {
      border-bottom: 1px solid var(--hairline);
      background: var(--sheet);
    }
    .row {
      display: flex;
      align-items: center;
      padding: 2px 4px;
    }
    .row > .fold {
      flex: 1;
      min-width: 0;
      padding: 6px;
      border: 0;
      background: none;
      color: var(--petrol);
      font: inherit;
      text-align: start;
      cursor: pointer;
    }
    .fold[aria-expanded='true'] {
      font-weight: 600;
    }
    .fields {
      padding: 4px 10px 12px;
    }
    .none {
      padding: 8px;
      color: var(--quiet);
    }
  `,
})
export class ProductPageSlip {
  private readonly router = inject(Router);
  private readonly editor = inject(PlanEditor);
  private readonly names = inject(RangeVocabulary).names;
  private readonly model = inject(Store).selectSignal(planFeature.selectShelfModel);
  protected readonly sources = SOURCES;
  protected readonly greatest = MAX_SHELVES;
  protected readonly sides = [
    { value: 'below', name: 'below the large one' },
    { value: 'beside', name: 'beside it' },
  ] as const;
  protected readonly page = computed(() => this.editor.plan()?.productPage ?? null);
  /** The shelf whose settings are seen. */
  protected readonly unfolded = signal<string | null>(null);
  protected readonly onProduct = computed(() => this.editor.address().startsWith('/products/'));
  /** Address of the product that is counted for. */
  protected readonly product = computed(() =>
    this.onProduct() ? this.editor.address() : (this.model()?.cards[0]?.href ?? null),
  );

  protected nameOf({ heading, range, most }: ProductShelf): string {
    const own = textIn(heading, this.editor.lang(), this.editor.vocabulary()?.languages ?? []);
    const said = `up to ${most} ${sayRange(range, this.names())}`;
    return own ? `“${own}”: ${said}` : said;
  }

  protected gallery(change: Partial<GallerySettings>): void {
    const gallery = this.page()?.gallery;
    if (gallery) this.put('pictures of product pages', { gallery: { ...gallery, ...change } });
  }

  protected change(shelf: ProductShelf, what: string, change: PromotionChange): void {
    this.shelves(`shelf ${shelf.id} below a product ${what}`, (all) =>
      all.map((one) => (one.id === shelf.id ? { ...one, ...change } : one)),
    );
  }

  protected move(from: number, to: number): void {
    this.shelves('order of the shelves below a product', (all) => moveItem(all, from, to));
  }

  protected remove({ id }: ProductShelf): void {
    this.shelves('shelf below a product left out', (all) => all.filter((one) => one.id !== id));
  }

  protected add(choice: HTMLSelectElement): void {
    const found = SOURCES.find(({ id }) => id === choice.value);
    choice.value = '';
    if (!found) return;
    const taken = new Set(this.page()?.shelves.map(({ id }) => id));
    let id = found.id;
    for (let n = 2; taken.has(id); n++) id = `${found.id}-${n}`;
    const own = found.source.kind !== 'aisle' && found.source.kind !== 'catalogue';
    const shelf = productShelf(
      id,
      found.source,
      own ? {} : { levels: [{ key: 'featured', reversed: false }] },
    );
    this.shelves('new shelf below a product', (all) => [...all, shelf]);
    this.unfolded.set(id);
  }

  private shelves(what: string, change: (all: readonly ProductShelf[]) => readonly ProductShelf[]): void {
    const page = this.page();
    if (page) this.put(what, { shelves: change(page.shelves) });
  }

  protected put(what: string, change: Partial<ProductPage>): void {
    this.editor.edit(what, (plan) => ({ ...plan, productPage: { ...plan.productPage, ...change } }));
  }

  protected see(product: string): void {
    void this.router.navigate([], { queryParams: { aisle: product }, queryParamsHandling: 'merge' });
  }
}
