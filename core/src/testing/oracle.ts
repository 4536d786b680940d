import { priorOf, shrunkShare } from '../estimate/rates';
import type { Aisle } from '../catalogue/aisles';
import type { ProductRow } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import type { FacetPick, Selections } from '../address/selection';
import type { Clause, RangeContext, RangeRule, RangeSource } from '../clause/rule';

const NO_CONTEXT: RangeContext = { now: 0, ranges: [], blends: [] };

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

  inRange(product: ProductRow, aisle: Aisle, rule: RangeRule, context: RangeContext = NO_CONTEXT): boolean {
    return (
      this.inSource(product, aisle, rule.source, context) &&
      rule.clauses.every((clause) => this.broken(clause) || this.meetsClause(product, clause, context))
    );
  }

  private inSource(product: ProductRow, aisle: Aisle, source: RangeSource, context: RangeContext): boolean {
    switch (source.kind) {
      case 'catalogue':
        return true;
      case 'named':
        return source.skus.includes(product.sku);
      case 'saved': {
        const saved = context.ranges.find(({ id }) => id === source.range);
        return saved !== undefined && this.inRange(product, aisle, saved.rule, context);
      }
      case 'related':
      case 'recent':
      case 'linked':
        return false;
      case 'aisle':
        break;
    }
    switch (aisle.kind) {
      case 'category':
        return this.inCategory(product, aisle.id, source.below, source.main);
      case 'tag':
        return product.tags.includes(aisle.id);
      case 'collection':
        return product.collections.includes(aisle.id);
      default:
        return true;
    }
  }

  private inCategory(product: ProductRow, category: number, below: boolean, main: boolean): boolean {
    const { path } = this.snapshot.aisles.byKey.get(`category:${category}`)!;
    const own = main ? product.categories.slice(0, 1) : product.categories;
    return below
      ? this.categoryPaths({ ...product, categories: own }).has(path.slice(1))
      : own.includes(category);
  }

  /** Names something that the catalogue doesn't have. */
  /** Clicks and revenue for being seen, drawn towards the products of the same main category. */
  private ratesOf({ earned, categories }: ProductRow): { clicked: number | null; earned: number | null } {
    if (!earned?.seen) return { clicked: null, earned: null };
    const group = this.products.flatMap((other) =>
      other.earned?.seen && (other.categories[0] ?? 0) === (categories[0] ?? 0) ? other.earned : [],
    );
    const sum = (name: 'seen' | 'revenue'): number => group.reduce((all, one) => all + one[name], 0);
    const prior = priorOf(group.map(({ clicks, seen }) => ({ hits: clicks, cases: seen })));
    const usual = sum('seen') / group.length;
    return {
      clicked: 100 * shrunkShare({ hits: earned.clicks, cases: earned.seen }, prior).value,
      earned: (10 * (earned.revenue + (usual * sum('revenue')) / sum('seen'))) / (earned.seen + usual),
    };
  }

  private broken(clause: Clause): boolean {
    const { frame } = this.snapshot;
    switch (clause.kind) {
      case 'category':
        return !frame.categories.some(({ id }) => id === clause.category);
      case 'tag':
        return !frame.tags.some(({ id }) => id === clause.tag);
      case 'collection':
        return !frame.collections.some(({ id }) => id === clause.collection);
      case 'attribute':
      case 'attributeNumber':
        return !frame.attributes.some(({ key }) => key === clause.attribute);
      default:
        return false;
    }
  }

  meetsClause(product: ProductRow, clause: Clause, context: RangeContext): boolean {
    const inside = (number: number | null, from: number | null, to: number | null): boolean =>
      number !== null && (from === null || number >= from) && (to === null || number <= to);
    const { price, was, stock } = product;
    const saving =
      price !== null && was !== null && was > price ? Math.floor(((was - price) / was) * 100) : 0;
    const today = Math.floor(context.now / 86_400_000);
    switch (clause.kind) {
      case 'all':
      case 'any':
      case 'none': {
        const met = clause.of
          .filter((one) => !this.broken(one))
          .map((one) => this.meetsClause(product, one, context));
        if (!met.length) return true;
        if (clause.kind === 'all') return met.every(Boolean);
        return clause.kind === 'any' ? met.some(Boolean) : !met.some(Boolean);
      }
      case 'category':
        return this.inCategory(product, clause.category, clause.below, clause.main);
      case 'collection':
        return product.collections.includes(clause.collection);
      case 'tag':
        return product.tags.includes(clause.tag);
      case 'attribute': {
        const values = this.valuesOf(product, clause.attribute).map(String);
        return clause.values.length
          ? clause.values.some((value) => values.includes(value))
          : values.length > 0;
      }
      case 'attributeNumber':
        return this.valuesOf(product, clause.attribute).some((value) =>
          inside(Number(value), clause.from, clause.to),
        );
      case 'number': {
        const number = {
          price: price === null ? null : price / 100,
          saving,
          rating: product.rating,
          ratings: product.ratings,
          stock,
          sold: product.sold,
          seen: product.earned?.seen ?? 0,
          ...this.ratesOf(product),
        }[clause.field];
        return inside(number, clause.from, clause.to);
      }
      case 'activity': {
        const days = (product.activity ?? []).filter(({ day }) => day > today - clause.days && day <= today);
        return days.reduce((sum, day) => sum + day[clause.of], 0) >= clause.least;
      }
      case 'stock': {
        const state = stock === null || stock > 5 ? 'in' : stock > 0 ? 'low' : 'out';
        return clause.states.includes(state);
      }
      case 'added':
        return product.created !== null && Math.floor(product.created / 86_400_000) > today - clause.days;
      case 'title':
        return Object.values(product.titles).some((title) =>
          title
            .normalize('NFD')
            .replace(/\p{M}/gu, '')
            .toLowerCase()
            .includes(clause.text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()),
        );
      case 'language':
        return Boolean(product.titles[clause.lang]);
      case 'sale':
        return price !== null && was !== null && was > price;
      case 'featured':
        return product.featured;
      case 'picture':
        return product.images.length > 0;
      case 'free':
        return price === 0;
    }
  }

  /** All values of a product in a facet, as strings and numbers. */
  valuesOf(product: ProductRow, key: string): (string | number)[] {
    if (key === 'price') return product.price === null ? [] : [product.price / 100];
    if (key === 'rating') return product.rating === null ? [] : [product.rating];
    if (key === 'sale') return product.price !== null && (product.was ?? 0) > product.price ? ['yes'] : [];
    if (key === 'stock') {
      const { stock } = product;
      return [stock === null || stock > 5 ? 'in' : stock > 0 ? 'low' : 'out'];
    }
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
    context: RangeContext = NO_CONTEXT,
  ): ProductRow[] {
    return this.products.filter(
      (product) =>
        this.inRange(product, aisle, range, context) &&
        [...selections].every(([key, picks]) => key === except || this.meets(product, key, picks)),
    );
  }
}
