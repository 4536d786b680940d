import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { FRAME, product } from '../testing/catalogues';
import { touches } from './differences';
import { housePlan, usual } from './housePlan';
import { documentOf } from './inherit';
import { bodyOf, facetPanelOf, shelfOf, type Fixture, type HeirDocument, type Plan } from './plan';
import { afterStep, handedBack, SHARED_SETTINGS, settingPath, type SharedStep } from './together';

const house = housePlan(snapshotOf(FRAME, [product(1)]), 'House');
const badge = { ...house.badges.rules[0], id: 'staff', on: true };
const words = (id: string, change: Partial<Fixture> = {}): Fixture =>
  ({ ...usual(id), type: 'words', html: { en: '<p>Hello</p>' }, ...change }) as Fixture;
const columns: Fixture = {
  ...usual('pair'),
  type: 'columns',
  columns: [{ id: 'left', share: { wide: 6, medium: null, narrow: null }, fixed: null }],
  down: 'start',
  gap: { wide: 24, medium: null, narrow: null },
} as unknown as Fixture;
const model: Plan = {
  ...house,
  id: 'model',
  badges: { ...house.badges, rules: [badge] },
  fixtures: [
    ...house.fixtures.map((one): Fixture =>
      one.type === 'shelf' ? { ...one, columns: { wide: 5, medium: null, narrow: null } } : one,
    ),
    columns,
    words('inner', { inside: { fixture: 'pair', slot: 'left' } }),
  ],
};
const after = (step: SharedStep, plan: Plan = house): Plan => afterStep(plan, step, model);

describe('a step that is done to several plans', () => {
  it('sets any setting as another plan has it, and nothing else', () => {
    for (const setting of SHARED_SETTINGS) {
      const changed = after({ kind: 'set', from: 'model', setting });
      const path = settingPath(changed, setting)!;
      const read = (plan: Plan): unknown =>
        path.length === 1
          ? plan[path[0] as keyof Plan]
          : plan.fixtures.find(({ id }) => id === path[1])![path[2] as keyof Fixture];
      expect(read(changed), setting).toEqual(read(model));
    }
    const wider = after({ kind: 'set', from: 'model', setting: 'shelf.columns' });
    expect(shelfOf(wider)).toEqual({ ...shelfOf(house)!, columns: shelfOf(model)!.columns });
    expect(wider.badges).toBe(house.badges);
  });

  it('sets a setting of the shelf or the filters to what is said', () => {
    const wider = after({
      kind: 'put',
      setting: 'shelf.columns',
      value: { wide: 5, medium: null, narrow: 1 },
    });
    expect(wider).toEqual({
      ...house,
      fixtures: house.fixtures.map((one) =>
        one.type === 'shelf' ? { ...one, columns: { wide: 5, medium: null, narrow: 1 } } : one,
      ),
    });
    const bare = after({ kind: 'put', setting: 'filters.counts', value: false });
    expect(facetPanelOf(bare)).toEqual({ ...facetPanelOf(house)!, counts: false });
    const none: Plan = { ...house, fixtures: [words('only')] };
    expect(after({ kind: 'put', setting: 'shelf.form', value: 'list' }, none)).toEqual(none);
  });

  it('leaves a plan as it is where there is nothing that it could be done to', () => {
    const bare: Plan = { ...house, fixtures: [words('only')] };
    expect(after({ kind: 'set', from: 'model', setting: 'shelf.columns' }, bare)).toEqual(bare);
    expect(settingPath(bare, 'shelf.columns')).toBeNull();
    expect(after({ kind: 'badge', from: 'model', badge: 'nobody' })).toBe(house);
    expect(afterStep(house, { kind: 'badge', from: 'gone', badge: 'staff' }, undefined)).toBe(house);
  });

  it('adds a badge once, and hides it in every plan that has one of its name', () => {
    const step: SharedStep = { kind: 'badge', from: 'model', badge: 'staff' };
    const once = after(step);
    expect(after(step, once).badges.rules).toEqual(once.badges.rules);
    const hidden = after({ kind: 'showBadge', badge: 'staff', on: false }, once);
    expect(hidden.badges.rules.filter(({ id }) => id === 'staff')).toMatchObject([{ on: false }]);
    expect(after({ kind: 'showBadge', badge: 'staff', on: false })).toEqual(house);
  });

  it('adds a fixture with all that stands in it, once, under ids of its own', () => {
    const step: SharedStep = { kind: 'fixture', from: 'model', fixture: 'pair' };
    const taken = { ...house, fixtures: [...house.fixtures, words('inner')] };
    const once = after(step, taken);
    expect(once.fixtures.slice(-2)).toMatchObject([
      { id: 'pair', inside: null },
      { id: 'inner-2', inside: { fixture: 'pair', slot: 'left' } },
    ]);
    expect(after(step, once)).toBe(once);
    const shelf = shelfOf(model)!.id;
    expect(
      after({ kind: 'fixture', from: 'model', fixture: shelf }, { ...house, fixtures: [] }).fixtures,
    ).toEqual([]);
  });

  it('adds rules to a reach, each once', () => {
    const rule = { kind: 'aisle', aisle: 'category:2' } as const;
    const step: SharedStep = { kind: 'serve', include: [rule], exclude: [rule] };
    const once = after(step);
    expect(after(step, once).reach).toEqual(once.reach);
    expect(once.reach.exclude).toEqual([...house.reach.exclude, rule]);
  });

  it('hands an heir’s setting back to its base, and leaves its other ones', () => {
    const heir: HeirDocument = {
      id: 'heir',
      kind: 'page',
      name: 'Heir',
      reach: house.reach,
      rank: 0,
      base: 'house',
      own: null,
    };
    const edited: Plan = { ...model, ...heir, css: '.x{}' } as Plan;
    const own = documentOf(heir, bodyOf(house), { ...edited });
    const back = handedBack(own, edited, 'shelf.columns') as HeirDocument;
    const path = ['fixtures', shelfOf(house)!.id, 'columns'];
    expect(touches((own as HeirDocument).own, path)).toBe(true);
    expect(touches(back.own, path)).toBe(false);
    expect(touches(back.own, ['css'])).toBe(true);
    expect(handedBack(house, house, 'shelf.columns')).toBe(house);
  });
});
