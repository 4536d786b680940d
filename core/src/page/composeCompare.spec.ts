import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { editionFrom } from '../plan/edition';
import { FRAME, product } from '../testing/catalogues';
import { composeCompare } from './composeCompare';

const snapshot = snapshotOf(FRAME, [
  product(1, { tags: [1], attributes: { material: 'iron', diameter: 28, 'oven-safe': true } }),
  product(2, { attributes: { material: 'iron', diameter: 20 } }),
  product(3, { tags: [1], attributes: { material: 'steel' }, price: null }),
  product(4),
  product(5),
  product(6, { slug: 'constructor' }),
]);
const edition = editionFrom(1, { documents: [], ranges: [], blends: [] });
const compare = (path: string, lang?: string) => composeCompare(snapshot, edition, path, lang);

describe('products side by side', () => {
  it('stand in the order of their address, with every attribute that one of them has', () => {
    const { products, rows } = compare('/compare/product-2/product-1')!;
    expect(products.map(({ sku }) => sku)).toEqual(['P-2', 'P-1']);
    expect(rows.map(({ label, texts, differs }) => [label, ...texts, differs])).toEqual([
      ['Material', 'iron', 'iron', false],
      ['Diameter', '20\u00a0cm', '28\u00a0cm', true],
      ['Oven-safe', '', 'Yes', true],
    ]);
  });

  it('lead to the address at which each is taken out, or another stands beside them', () => {
    const { products, offered, clear, frame } = compare('/compare/product-1/product-2', 'fr')!;
    expect(products[0].without).toBe('/compare/product-2?lang=fr');
    expect(offered.map(({ href }) => href)).toContain('/compare/product-1/product-2/product-3?lang=fr');
    expect(offered.some(({ title }) => title === 'Product 1')).toBe(false);
    expect(clear).toBe('/compare?lang=fr');
    expect(frame.languages[0].href).toBe('/compare/product-1/product-2');
    expect(frame.meta.robots).toContain('noindex');
  });

  it('are four at most, each once; what is not in the shop is left out', () => {
    const path = '/compare/product-1/none/product-1/constructor/product-3/product-4/product-5';
    const { products, offered } = compare(path)!;
    expect(products.map(({ sku }) => sku)).toEqual(['P-1', 'P-6', 'P-3', 'P-4']);
    expect(offered).toEqual([]);
  });

  it('are a page of its own where none is chosen, and no page anywhere else', () => {
    expect(compare('/compare')!.products).toEqual([]);
    expect(compare('/compared')).toBeNull();
    expect(compare('/cookware')).toBeNull();
  });
});
