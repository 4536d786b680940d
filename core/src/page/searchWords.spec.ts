import { describe, expect, it } from 'vitest';
import { housePlan } from '../plan/housePlan';
import { editionFrom } from '../plan/edition';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, product } from '../testing/catalogues';
import { checkingPatterns, type PatternCheck } from './patternCheck';
import { searchWordsOf } from './searchWords';

const rows = [
  product(1, { titles: { en: 'Kettle', fr: 'Bouilloire' }, attributes: { material: 'copper' } }),
  product(2, { titles: { en: 'Kettle' }, price: null }),
  product(3, { titles: { en: `Pan ${'long '.repeat(20)}` } }),
];
const frame = {
  ...FRAME,
  searchWords: new Map([[2, { titles: { en: 'A kettle of its own' }, descriptions: {} }]]),
};
const shop = snapshotOf(frame, rows);
const house = housePlan(shop, 'House');
const withTitle = (title: Record<string, string>) => ({
  ...house,
  productPage: { ...USUAL_PRODUCT_PAGE, search: { title, description: {} } },
});

describe('what search engines are told of a product', () => {
  it('is what it says itself, else what its plan’s pattern makes of it, else its name', () => {
    const plan = withTitle({ en: '{title} in {material} · {sku}' });
    expect(searchWordsOf(shop, plan, 0, 'en')).toMatchObject({
      title: 'Kettle in copper · P-1',
      from: { title: 'pattern', description: 'facts' },
    });
    expect(searchWordsOf(shop, plan, 1, 'en')).toMatchObject({
      title: 'A kettle of its own',
      from: { title: 'product' },
    });
    expect(searchWordsOf(shop, null, 0, 'en')).toMatchObject({ title: 'Kettle', from: { title: 'facts' } });
  });

  it('is not what is said in another language', () => {
    const plan = withTitle({ en: '{title} in {material}' });
    expect(searchWordsOf(shop, plan, 0, 'fr')).toMatchObject({
      title: 'Bouilloire',
      from: { title: 'facts' },
    });
  });

  it('is an attribute’s value by its key, and nothing for a field that no product has', () => {
    expect(searchWordsOf(shop, withTitle({ en: '{constructor} {title}' }), 0, 'en').title).toBe('Kettle');
  });
});

describe('what a plan’s patterns come to', () => {
  const check = (title: Record<string, string>): PatternCheck => {
    const plan = withTitle(title);
    const steps = checkingPatterns(
      shop,
      editionFrom(1, { documents: [plan], ranges: [], blends: [] }),
      plan.id,
      'en',
    );
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
    }
  };

  it('tells which titles are too long, which are double, and what is unknown', () => {
    expect(check({ en: 'A {maker} pan' })).toMatchObject({
      products: 3,
      own: { title: 1, description: 0 },
      long: { title: 1 },
      twins: 0,
      unknown: ['maker'],
    });
    const same = snapshotOf(
      FRAME,
      [product(1), product(2)].map((row) => ({ ...row, titles: { en: 'Pan' } })),
    );
    const edition = editionFrom(1, { documents: [house], ranges: [], blends: [] });
    const steps = checkingPatterns(same, edition, house.id, 'en');
    const step = steps.next();
    expect(step).toMatchObject({
      done: true,
      value: { twins: 2, examples: [{ sku: 'P-2', fault: 'twin' }] },
    });
  });

  it('looks only at products whose main category the plan serves', () => {
    const edition = editionFrom(1, { documents: [house], ranges: [], blends: [] });
    expect(checkingPatterns(shop, edition, 'other', 'en').next().value).toMatchObject({ products: 0 });
  });
});
