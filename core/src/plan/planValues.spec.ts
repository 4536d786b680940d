import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_SHOW, type ValueFamily } from '../catalogue/valueShow';
import { patchSnapshot } from '../catalogue/patch';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { Snapshot } from '../catalogue/snapshot';
import { composePage } from '../page/composePage';
import type { PageModel } from '../page/pageModel';
import { sitemapPages } from '../delivery/sitemap';
import { FRAME, NOW, product } from '../testing/catalogues';
import { editionFrom } from './edition';
import { housePlan } from './housePlan';
import type { FacetChoice, Plan, PlanValues } from './plan';
import { asPlanned, USUAL_VALUES } from './planValues';

const family = (id: string, members: readonly string[]): ValueFamily => ({
  id,
  labels: { en: id.toUpperCase(), fr: `le ${id}` },
  swatch: null,
  members,
});
const HOBS = ['a', 'b', 'c', 'd', 'constructor'] as const;
const hob = fc.constantFrom(...HOBS);
const rowsOf = (hobs: readonly (readonly string[])[]) =>
  hobs.map((of, at) =>
    product(at + 1, {
      attributes: { ...(of.length ? { hob: of } : {}), material: at % 2 ? 'iron' : 'steel' },
    }),
  );
const planOf = (snapshot: Snapshot, change: Partial<FacetChoice>): Plan => {
  const plan = housePlan(snapshot, 'House');
  return {
    ...plan,
    fixtures: plan.fixtures.map((one) =>
      one.type === 'facets'
        ? {
            ...one,
            facets: one.facets.map((facet) => (facet.key === 'hob' ? { ...facet, ...change } : facet)),
          }
        : one,
    ),
  };
};
const pageOf = (
  snapshot: Snapshot,
  change: Partial<FacetChoice>,
  parameters: Record<string, string> = {},
): PageModel =>
  composePage(snapshot, editionFrom(1, { documents: [planOf(snapshot, change)], ranges: [], blends: [] }), {
    path: '/',
    parameters,
    matches: null,
    now: NOW,
  })!;
const values = (change: Partial<PlanValues>): Partial<FacetChoice> => ({
  values: { ...USUAL_VALUES, ...change },
});
const labels = (page: PageModel): string[] =>
  page.fixtures
    .flatMap((one) => (one.type === 'facets' ? one.facets : []))
    .filter(({ key }) => key === 'hob')
    .flatMap((facet) => facet.values.map(({ label, count }) => `${label} ${count}`));

describe('groups of a plan', () => {
  it('filter, count and are told as the same groups of the attribute would be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.uniqueArray(hob, { maxLength: 3 }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom(
          [family('one', ['a', 'b'])],
          [family('a', ['a', 'constructor']), family('two', ['c', 'd'])],
          [family('d', ['a', 'b'])],
          [],
        ),
        fc.subarray(['a', 'one', 'two', 'c', 'constructor'], { maxLength: 2 }),
        fc.constantFrom<Record<string, string>>({}, { material: 'iron' }),
        (hobs, families, chosen, others) => {
          const parameters = { ...others, ...(chosen.length ? { hob: chosen.join(',') } : {}) };
          const plain = snapshotOf(FRAME, rowsOf(hobs));
          const said = snapshotOf(
            {
              ...FRAME,
              attributes: FRAME.attributes.map((row) =>
                row.key === 'hob' ? { ...row, shown: { ...USUAL_SHOW, families } } : row,
              ),
            },
            rowsOf(hobs),
          );
          const own = pageOf(plain, values({ families }), parameters);
          expect(own).toEqual(pageOf(said, {}, parameters));
          const instead = pageOf(said, values({ families: [] }), parameters);
          expect(instead, 'in place of those of the attribute').toEqual(pageOf(plain, {}, parameters));
        },
      ),
    );
  });

  it('are made once, whatever stock and prices do meanwhile', () => {
    const snapshot = snapshotOf(FRAME, rowsOf([['a'], ['b'], ['c']]));
    const plan = planOf(snapshot, values({ families: [family('one', ['a', 'b'])] }));
    const column = (of: Snapshot) => asPlanned(of, plan).facets.get('hob');
    const later = patchSnapshot(snapshot, [{ id: 1, stock: 0, price: 100 }], 2);
    expect(later.facets).not.toBe(snapshot.facets);
    expect(column(later)).toBe(column(snapshot));
    expect(asPlanned(snapshot, planOf(snapshot, values({ order: ['b'] })))).toBe(snapshot);
  });
});

describe('words of a plan for values', () => {
  it('stand in the filter and on the chips, and say nothing of other values or languages', () => {
    const snapshot = snapshotOf(FRAME, rowsOf([['a'], ['b'], ['b']]));
    const called = values({ labels: [{ value: 'b', label: { en: 'Bee' } }] });
    expect(labels(pageOf(snapshot, called))).toEqual(['Bee 2', 'a 1']);
    expect(labels(pageOf(snapshot, called, { lang: 'fr' }))).toEqual(['Bee 2', 'a 1']);
    expect(pageOf(snapshot, called, { hob: 'b' }).applied).toMatchObject([{ value: 'b', label: 'Bee' }]);
    expect(labels(pageOf(snapshot, {}))).toEqual(['b 2', 'a 1']);
  });
});

describe('pages for search engines', () => {
  const snapshot = snapshotOf(FRAME, rowsOf([['a'], ['b'], ['c']]));
  const told = (change: Partial<FacetChoice>): string[] =>
    sitemapPages(snapshot, [planOf(snapshot, change)])
      .filter(({ path, selections }) => path === '/' && selections)
      .map(({ selections }) => JSON.stringify([...selections!]));

  it('are made of every value that is offered, or of those that are named', () => {
    expect(told({})).toEqual([]);
    expect(told({ indexed: [{ value: 'b', title: {}, words: {} }] })).toHaveLength(1);
    const all = { indexAll: true, ...values({ hidden: ['c'], families: [family('one', ['a', 'zzz'])] }) };
    expect(told(all)).toEqual(
      ['one', 'b'].map((value) => JSON.stringify([['hob', [{ kind: 'value', value }]]])),
    );
    const canonical = (value: string) => pageOf(snapshot, all, { hob: value }).frame.meta.canonical ?? '';
    expect(canonical('b')).toContain('hob=b');
    expect(canonical('c') + canonical('b,one')).not.toContain('hob');
  });
});
