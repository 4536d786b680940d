import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holds } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { CONTEXT, FRAME, NOW, product, productsArbitrary, ruleArbitrary } from '../testing/catalogues';
import { Oracle } from '../testing/oracle';
import { aisleProducts, runRange } from './range';
import { AISLE_RANGE, type Clause, type RangeRule } from '../clause/rule';
import { sieveOf, whyInRange } from './sieve';

const aisleArbitrary = fc.constantFrom(
  '/',
  '/cookware',
  '/cookware/pans',
  '/tags/induction',
  '/collections/wedding',
);

describe('runRange', () => {
  it('gives the products that a slow reading gives, for any nested rule in any aisle', () => {
    fc.assert(
      fc.property(productsArbitrary, ruleArbitrary, aisleArbitrary, (rows, rule, path) => {
        const snapshot = snapshotOf(FRAME, rows);
        const oracle = new Oracle(snapshot, rows);
        const aisle = snapshot.aisles.byPath.get(path)!;
        const { bits, count } = runRange(snapshot, aisle, rule, CONTEXT);
        const slow = rows.map((row) => oracle.inRange(row, aisle, rule, CONTEXT));
        expect(rows.map(({ sku }) => holds(bits, snapshot.bySku.get(sku)!))).toEqual(slow);
        expect(count).toBe(slow.filter(Boolean).length);
      }),
      { numRuns: 500 },
    );
  });

  it('keeps what it computed, as long as rule and day are the same', () => {
    const snapshot = snapshotOf(FRAME, [product(1), product(2)]);
    const front = snapshot.aisles.byPath.get('/')!;
    const rule: RangeRule = { ...AISLE_RANGE, clauses: [{ kind: 'added', days: 1 }] };
    const once = runRange(snapshot, front, rule, CONTEXT);
    expect(runRange(snapshot, front, structuredClone(rule), { ...CONTEXT, now: NOW + 1000 })).toBe(once);
    expect(runRange(snapshot, front, rule, { ...CONTEXT, now: NOW + 86_400_000 })).not.toBe(once);
  });

  it('counts a second category unless only the main one is asked for', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { categories: [4, 2] }), product(2, { categories: [2] })]);
    const pans = snapshot.aisles.byPath.get('/cookware/pans')!;
    expect(aisleProducts(snapshot, pans).count).toBe(2);
    expect(aisleProducts(snapshot, pans, true, true).count).toBe(1);
  });

  it('shows nothing of a saved range that is gone, and the rest of a rule whose clause is', () => {
    const snapshot = snapshotOf(FRAME, [product(1), product(2, { featured: true })]);
    const front = snapshot.aisles.byPath.get('/')!;
    const gone: Clause = { kind: 'attribute', attribute: 'gone', values: ['x'] };
    expect(
      runRange(snapshot, front, { source: { kind: 'saved', range: 'gone' }, clauses: [] }, CONTEXT).count,
    ).toBe(0);
    expect(
      runRange(snapshot, front, { ...AISLE_RANGE, clauses: [gone, { kind: 'featured' }] }, CONTEXT).count,
    ).toBe(1);
  });
});

describe('the sieve', () => {
  it('ends at the range, tells what each clause alone takes away and what would be left without it', () => {
    fc.assert(
      fc.property(productsArbitrary, ruleArbitrary, aisleArbitrary, (rows, rule, path) => {
        const snapshot = snapshotOf(FRAME, rows);
        const aisle = snapshot.aisles.byPath.get(path)!;
        const count = (clauses: readonly Clause[]): number =>
          runRange(snapshot, aisle, { ...rule, clauses }, CONTEXT).count;
        const sieve = sieveOf(snapshot, aisle, rule, CONTEXT);
        expect(sieve.source).toBe(count([]));
        expect(sieve.count).toBe(count(rule.clauses));
        sieve.steps.forEach((step, at) => {
          expect(step.left).toBe(count(rule.clauses.slice(0, at + 1)));
          expect(step.alone).toBe(sieve.source - count([rule.clauses[at]]));
          expect(step.without).toBe(count(rule.clauses.filter((_, other) => other !== at)));
        });
      }),
      { numRuns: 200 },
    );
  });

  it('agrees with the answer for every single product', () => {
    fc.assert(
      fc.property(productsArbitrary, ruleArbitrary, aisleArbitrary, (rows, rule, path) => {
        const snapshot = snapshotOf(FRAME, rows);
        const oracle = new Oracle(snapshot, rows);
        const aisle = snapshot.aisles.byPath.get(path)!;
        rows.forEach((row) => {
          const why = whyInRange(snapshot, aisle, rule, snapshot.bySku.get(row.sku)!, CONTEXT);
          expect(why.inside).toBe(oracle.inRange(row, aisle, rule, CONTEXT));
          if (why.firstFailed !== null) expect(why.clauses[why.firstFailed].meets).toBe(false);
        });
      }),
      { numRuns: 100 },
    );
  });

  const offers = [
    product(1, { categories: [2], was: 5000 }),
    product(2, { categories: [2], was: 5000 }),
    product(3, { categories: [5] }),
  ];
  const snapshot = snapshotOf(FRAME, offers);
  const front = snapshot.aisles.byPath.get('/')!;
  const knives: Clause = { kind: 'category', category: 5, below: true, main: false };

  it('offers to drop the left-over clause that emptied a shelf of offers', () => {
    const { count, help } = sieveOf(
      snapshot,
      front,
      { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }, knives] },
      CONTEXT,
    );
    expect(count).toBe(0);
    expect(help).toEqual([
      { kind: 'drop', clause: 1, count: 2, inShop: 1 },
      { kind: 'drop', clause: 0, count: 1, inShop: 2 },
    ]);
  });

  it('says that nothing is marked as featured, before anything else', () => {
    const { help } = sieveOf(snapshot, front, { ...AISLE_RANGE, clauses: [{ kind: 'featured' }] }, CONTEXT);
    expect(help).toEqual([
      { kind: 'mark', clause: 0, inShop: 0 },
      { kind: 'drop', clause: 0, count: 3, inShop: 0 },
    ]);
  });

  it('blames the aisle where it is empty itself', () => {
    const empty = snapshot.aisles.byPath.get('/empty')!;
    expect(sieveOf(snapshot, empty, { ...AISLE_RANGE, clauses: [{ kind: 'sale' }] }, CONTEXT).help).toEqual([
      { kind: 'source' },
    ]);
  });

  it('names a clause about what is gone, and lets it take nothing away', () => {
    const { steps } = sieveOf(
      snapshot,
      front,
      { ...AISLE_RANGE, clauses: [{ kind: 'attribute', attribute: 'gone', values: [] }] },
      CONTEXT,
    );
    expect(steps[0]).toMatchObject({ fault: { kind: 'attribute', name: 'gone' }, alone: 0, left: 3 });
  });
});
