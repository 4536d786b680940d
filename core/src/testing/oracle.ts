import type { Aisle } from '../catalogue/aisles';
import type { ProductRow } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import type { FacetPick, Selections } from '../facets/selection';
import type { RangeRule } from '../range/range';

/** The slow, obvious reading of ranges and facets that the fast code is held against. */
export class Oracle {
  constructor(
    private readonly snapshot: Snapshot,
    private readonly products: readonly ProductRow[],
  ) {}

  private categoryPaths(product: ProductRow): Set<string> {
    const paths = new Set<string>();
    for (const id of product.categories)
      for (let at: Aisle | null = this.snapshot.aisles.byKey.get(`category:${id}`)!; at; at = at.parent)
        paths.add(at.path.slice(1));
    return paths;
  }

  inRange(product: ProductRow, aisle: Aisle, range: RangeRule): boolean {
    if (range.stock === 'in' && product.stock !== null && product.stock <= 0) return false;
    if (range.source === 'catalogue') return true;
    switch (aisle.kind) {
      case 'category':
        return range.below
          ? this.categoryPaths(product).has(aisle.path.slice(1))
          : product.categories.includes(aisle.id);
      case 'tag':
        return product.tags.includes(aisle.id);
      case 'collection':
        return product.collections.includes(aisle.id);
      default:
        return true;
    }
  }

  /** All values of a product in a facet, as strings and numbers. */
  valuesOf(product: ProductRow, key: string): (string | number)[] {
    if (key === 'price') return product.price === null ? [] : [product.price / 100];
    if (key === 'rating') return product.rating === null ? [] : [product.rating];
    if (key === 'category') return [...this.categoryPaths(product)];
    if (key === 'tag')
      return product.tags.map((id) => this.snapshot.frame.tags.find((tag) => tag.id === id)!.slug);
    const value = product.attributes[key];
    if (value === undefined) return [];
    if (typeof value === 'boolean') return [value ? 'yes' : 'no'];
    return typeof value === 'object' ? [...value] : [value];
  }

  meets(product: ProductRow, key: string, picks: readonly FacetPick[]): boolean {
    return this.valuesOf(product, key).some((value) =>
      picks.some((pick) =>
        pick.kind === 'value'
          ? String(value) === pick.value
          : typeof value === 'number' &&
            (pick.from === null || value >= pick.from) &&
            (pick.to === null || value <= pick.to),
      ),
    );
  }

  /** Products of a range that meet every selection, save that of `except`. */
  matching(
    aisle: Aisle,
    range: RangeRule,
    selections: Selections,
    except: string | null = null,
  ): ProductRow[] {
    return this.products.filter(
      (product) =>
        this.inRange(product, aisle, range) &&
        [...selections].every(([key, picks]) => key === except || this.meets(product, key, picks)),
    );
  }
}
