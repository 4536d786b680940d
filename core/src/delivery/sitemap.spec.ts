import { describe, expect, it } from 'vitest';
import type { CatalogueFrame, FreePageRow } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { composePage } from '../page/composePage';
import { composeProduct } from '../page/composeProduct';
import { editionFrom } from '../plan/edition';
import { housePlan } from '../plan/housePlan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { sitemapPages } from './sitemap';

const freePage = (id: number, change: Partial<FreePageRow>): FreePageRow => ({
  id,
  path: `/page-${id}`,
  titles: { en: `Page ${id}` },
  descriptions: {},
  standsFor: null,
  open: true,
  ...change,
});
const frame: CatalogueFrame = {
  ...FRAME,
  pages: [
    freePage(1, {}),
    freePage(2, { standsFor: 'category:2' }),
    freePage(3, { open: false }),
    freePage(4, { standsFor: 'category:3', open: false }),
  ],
};
const products = [
  product(1, { categories: [2], created: 10, changed: 40 }),
  product(2, { categories: [3], created: 30, changed: 30 }),
  product(3, { categories: [], created: 10, changed: 20 }),
];
const snapshot = snapshotOf(frame, products);

const told = (of: Snapshot): string[] => sitemapPages(of, []).map(({ path }) => path);

describe('the pages that search engines are told of', () => {
  const edition = editionFrom(1, { documents: [housePlan(snapshot, 'House')], ranges: [], blends: [] });
  const metaOf = (path: string) =>
    composePage(snapshot, edition, { path, parameters: {}, matches: null, now: NOW })!.frame.meta;

  it('are those that say so themselves, each once and under the address that it gives for its own', () => {
    const pages = told(snapshot);
    expect(new Set(pages).size).toBe(pages.length);
    for (const href of pages.filter((one) => !one.startsWith('/products/')))
      expect(metaOf(href)).toMatchObject({ robots: 'index,follow', canonical: href });
    for (const { slug } of products) {
      expect(pages).toContain(`/products/${slug}`);
      const { meta } = composeProduct(snapshot, edition, slug, undefined, NOW)!.frame;
      expect(meta).toMatchObject({ robots: 'index,follow', canonical: `/products/${slug}` });
    }
  });

  it('leave out nothing that holds products, but what is not open, and the free page’s own address', () => {
    const pages = told(snapshot);
    expect(pages).toEqual(expect.arrayContaining(['/', '/cookware', '/cookware/pans', '/page-1']));
    for (const href of ['/page-2', '/page-3', '/page-4', '/search']) expect(pages).not.toContain(href);
  });

  it('leave out aisles without products, as those of a shop that is empty', () => {
    expect(told(snapshotOf(FRAME, []))).toEqual(['/']);
  });

  it('tell when a product was changed', () => {
    expect(sitemapPages(snapshot, [])[0]).toEqual({ path: '/', changed: null });
    expect(sitemapPages(snapshot, []).at(-1)).toMatchObject({ changed: 20 });
  });
});
