import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { FRESH_FRAME } from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import { documentsBy, resolvePlan } from '../plan/inherit';
import { orderGroup, USUAL_PIN } from '../order/sorting';
import type { Fixture, HeirDocument, Plan, PlanDocument } from '../plan/plan';
import { findAll, planOf, shopOf, someProducts } from '../testing/checkedShops';
import { findingName, type Finding } from './finding';
import { isMended, MENDED_KINDS, mendPlan } from './mend';

const TODAY = '2026-06-15';

const snapshot = shopOf(
  someProducts(30).map((row, at) => ({
    ...row,
    ...(at < 4 && { attributes: { material: at % 2 ? 'iron' : 'steel' } }),
  })),
);

/** A plan with one of everything that can be mended. */
function faultyPlan(): Plan {
  const plan = planOf(snapshot, {
    pageSize: { by: 'products', count: 8 },
    columns: { wide: 3, medium: 2, narrow: 2 },
    range: {
      source: { kind: 'aisle', below: true, main: false },
      clauses: [
        { kind: 'stock', states: ['in', 'low'] },
        { kind: 'tag', tag: 99 },
      ],
    },
  });
  const banner = (id: string, when: Fixture['when']): Fixture => ({
    ...usual(id),
    ...FRESH_FRAME.banner,
    when,
  });
  return {
    ...plan,
    fixtures: [
      ...plan.fixtures.map((one): Fixture => {
        if (one.type === 'facets')
          return { ...one, facets: [...one.facets, { ...one.facets[0], key: 'weight', label: {} }] };
        if (one.type !== 'shelf') return one;
        const pins = [
          { ...USUAL_PIN, sku: 'gone', place: 1 },
          { ...USUAL_PIN, sku: 'P-1', place: 2, to: '2026-06-14' },
          { ...USUAL_PIN, sku: 'P-2', place: 3, aisle: 'category:5' },
        ];
        const groups = [{ ...orderGroup('g', 'front', [{ kind: 'featured' }]), to: '2026-06-14' }];
        return { ...one, order: { ...one.order, pins, groups } };
      }),
      banner('over', { kind: 'dates', from: null, to: '2026-06-01' }),
      banner('never', { kind: 'all', of: [{ kind: 'aisles', of: [] }, { kind: 'firstPage' }] }),
    ],
    badges: {
      ...plan.badges,
      rules: plan.badges.rules.slice(0, 3).map((rule, at) => {
        if (at === 0) return { ...rule, ground: '#ffffff', ink: '#fefefe' } as const;
        if (at === 1)
          return { ...rule, size: { wide: 40, medium: null, narrow: 40 }, text: { en: 'Reduced today' } };
        return { ...rule, clauses: [{ kind: 'featured' }] };
      }),
    },
  };
}

const findIn = (documents: readonly PlanDocument[]): Finding[] =>
  findAll(snapshot, [], {
    edition: editionFrom(1, { documents: [...documents], ranges: [], blends: [] }),
  }).groups.flatMap((group) => group.found);

describe('mending a finding', () => {
  const plan = faultyPlan();
  const findings = findIn([plan]).filter(isMended);

  it('is known for each kind that says so', () => {
    expect(new Set([...findings.map(({ kind }) => kind), 'settings-idle'])).toEqual(new Set(MENDED_KINDS));
  });

  it.each(findings.map((finding) => [findingName(finding), finding] as const))(
    'takes away what it was found by and brings nothing else: %s',
    (name, finding) => {
      const mended = mendPlan(plan, plan, null, finding, TODAY);
      expect(mended).not.toBeNull();
      const before = new Set(findIn([plan]).map(findingName));
      const after = findIn([mended!]).map(findingName);
      expect(after).not.toContain(name);
      expect(after.filter((one) => !before.has(one))).toEqual([]);
    },
  );

  it('drops a clause wherever in its groups it stands, and groups that would be empty', () => {
    const tag = { kind: 'tag', tag: 99 } as const;
    const clauses = [
      { kind: 'any', of: [tag, { kind: 'sale' }] },
      { kind: 'none', of: [tag] },
    ] as const;
    const nested = planOf(snapshot, { range: { source: { kind: 'catalogue' }, clauses } });
    const gone: Finding = { kind: 'clause-gone', plan: nested.id, fixture: 'shelf', clause: tag };
    const mended = mendPlan(nested, nested, null, gone, TODAY) as Plan;
    expect(mended.fixtures.find((one) => one.type === 'shelf')?.range.clauses).toEqual([
      { kind: 'any', of: [{ kind: 'sale' }] },
    ]);
  });

  it('of an heir changes what is its own, and takes settings out that its base doesn’t know', () => {
    const heir: HeirDocument = {
      ...{ id: 'heir', kind: 'page', name: 'Heir', rank: 0, base: plan.id },
      reach: { include: [{ kind: 'aisle', aisle: 'category:2' }], exclude: [] },
      own: {
        at: {
          fixtures: {
            items: { gone: { at: { heading: { set: { en: 'Old' } } } } },
            added: [],
            moved: [],
            removed: [],
          },
        },
      },
    };
    const [idle] = findIn([plan, heir]).filter(({ kind }) => kind === 'settings-idle');
    const filled = resolvePlan(documentsBy([plan, heir]), 'heir');
    const mended = mendPlan(heir, filled, plan, idle, TODAY);
    expect(mended).toEqual({ ...heir, own: null });
    const ragged = { ...findings.find(({ kind }) => kind === 'rows-ragged')!, plan: 'heir' } as Finding;
    const own = mendPlan(heir, filled, plan, ragged, TODAY) as HeirDocument;
    expect(own.base).toBe(plan.id);
    expect(JSON.stringify(own.own)).toContain('pageSize');
    expect(JSON.stringify(own.own)).not.toContain('badges');
  });

  it('takes nothing away that holds something else', () => {
    const columns: Fixture = {
      ...usual('columns'),
      ...FRESH_FRAME.columns,
      when: { kind: 'dates', from: null, to: '2026-06-01' },
    };
    const inside: Fixture = { ...usual('inner'), type: 'title', inside: { fixture: 'columns', slot: 'a' } };
    const holding = planOf(snapshot, {}, [columns, inside]);
    const [over] = findIn([holding]).filter(({ kind }) => kind === 'condition-over');
    expect(over).toMatchObject({ fixture: 'columns' });
    expect(mendPlan(holding, holding, null, over, TODAY)).toBeNull();
  });
});
