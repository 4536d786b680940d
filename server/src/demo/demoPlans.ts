import type { Sequelize } from 'sequelize';
import {
  AS_PART,
  basedOn,
  HOUSE_PLAN_ID,
  isHeir,
  usual,
  USUAL_PROMOTION,
  USUAL_TILES,
  type Fixture,
  type Plan,
  type PlanDocument,
  type RangeRule,
  type Texts,
  type TilePlace,
} from '@fond/core';
import { inUnit } from '../database/unit';
import { documentIn, PlanModel, SettingModel } from '../database/models';
import { select } from '../database/rows';
import { beneath, publish, readLiveLayers } from '../edition/editions';

/** Ids of the top categories by their place in addresses. */
type Categories = ReadonlyMap<string, number>;

/** Knives are few and alike: four across, fewer filters, the best rated first. */
const knivesPlan = (house: Plan, categories: Categories): Plan => ({
  ...house,
  id: 'knives',
  name: 'Knives, four across',
  reach: {
    include: [{ kind: 'category', category: categories.get('knives-and-boards')!, below: true }],
    exclude: [],
  },
  fixtures: house.fixtures.map((fixture) => {
    if (fixture.type === 'facets')
      return {
        ...fixture,
        facets: fixture.facets.filter(({ key }) =>
          ['category', 'price', 'material', 'maker', 'rating'].includes(key),
        ),
      };
    if (fixture.type !== 'shelf') return fixture;
    return {
      ...fixture,
      columns: { wide: 4, medium: 3, narrow: 2 },
      order: { ...fixture.order, levels: [{ key: 'rating', reversed: false }] },
    };
  }),
});

const IN_STOCK = { kind: 'stock', states: ['in', 'low'] } as const;
const ROW = 'product-row';

/** One design for all rows of products: linked wherever one stands, with other products in each. */
const rowPart = (house: Plan): Plan => ({
  ...house,
  id: ROW,
  kind: 'part',
  name: 'Row of products',
  reach: { include: [], exclude: [] },
  fixtures: [
    {
      ...usual('row'),
      ...USUAL_PROMOTION,
      range: { source: { kind: 'catalogue' }, clauses: [IN_STOCK] },
      dots: true,
    },
  ],
});

const ROWS: readonly { id: string; label: Texts; clauses: RangeRule['clauses'] }[] = [
  {
    id: 'new',
    label: { en: 'New here', fr: 'Nouveautés' },
    clauses: [{ kind: 'added', days: 120 }, IN_STOCK],
  },
  { id: 'sale', label: { en: 'On sale', fr: 'En solde' }, clauses: [{ kind: 'sale' }, IN_STOCK] },
  { id: 'chosen', label: { en: 'Our choice', fr: 'Notre choix' }, clauses: [{ kind: 'featured' }, IN_STOCK] },
];

/** Where the front's tiles stand: the larger half of the shop on larger tiles. */
const TILES: Readonly<Record<string, Omit<TilePlace, 'category'>>> = {
  cookware: { x: 0, y: 0, w: 3, h: 3 },
  'knives-and-boards': { x: 3, y: 0, w: 3, h: 3 },
  'kettles-and-coffee': { x: 0, y: 3, w: 2, h: 2 },
  baking: { x: 2, y: 3, w: 2, h: 2 },
  tools: { x: 4, y: 3, w: 2, h: 2 },
  storage: { x: 0, y: 5, w: 2, h: 2 },
  table: { x: 2, y: 5, w: 2, h: 2 },
  textiles: { x: 4, y: 5, w: 2, h: 2 },
};

/** The shop's front: one product large, rows of products in tabs, the ways into the shop, then everything there is. */
function frontPlan(house: Plan, categories: Categories): Plan {
  const places = Object.entries(TILES).flatMap(([slug, place]): TilePlace[] => {
    const category = categories.get(slug);
    return category === undefined ? [] : [{ category, ...place }];
  });
  const added: Fixture[] = [
    {
      ...usual('spotlight'),
      type: 'spotlight',
      range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }, IN_STOCK] },
      levels: [{ key: 'rating', reversed: false }],
      heading: { en: 'From our own kitchen', fr: 'De notre propre cuisine' },
      button: {},
      side: 'end',
      description: true,
    },
    { ...usual('rows'), type: 'tabs', tabs: ROWS.map(({ id, label }) => ({ id, label })) },
    ...ROWS.map(({ id, clauses }): Fixture => ({
      ...usual(`row-${id}`),
      inside: { fixture: 'rows', slot: id },
      type: 'part',
      part: ROW,
      own: { row: { ...AS_PART, range: { source: { kind: 'catalogue' }, clauses } } },
    })),
    { ...usual('tiles'), ...USUAL_TILES, grid: 'free', places, rowHeight: 116 },
  ];
  return {
    ...house,
    id: 'front',
    name: 'Front',
    reach: { include: [{ kind: 'aisle', aisle: 'front' }], exclude: [] },
    // The tiles lead where the navigation would.
    fixtures: house.fixtures.flatMap((fixture) =>
      fixture.type === 'navigation' ? added : fixture.type === 'breadcrumb' ? [] : [fixture],
    ),
  };
}

/** Plans of the demo beside the house plan, and a part: what makes the floor worth reading. */
export async function seedDemoPlans(sequelize: Sequelize): Promise<void> {
  if (await SettingModel.findByPk('demo-planned')) return;
  const found = await select<{ id: number; slug: string }>(
    sequelize,
    'SELECT id, slug FROM categories WHERE parent_id IS NULL',
  );
  const categories: Categories = new Map(found.map(({ id, slug }) => [slug, id]));
  const house = await PlanModel.findByPk(HOUSE_PLAN_ID);
  if (!categories.has('knives-and-boards') || !house) return;
  const whole = documentIn(house);
  if (isHeir(whole)) return;
  const plans: PlanDocument[] = [
    rowPart(whole),
    basedOn(knivesPlan(whole, categories), whole),
    basedOn(frontPlan(whole, categories), whole),
  ];
  await inUnit(sequelize, async (transaction) => {
    await PlanModel.bulkCreate(
      plans.map((plan) => ({
        id: plan.id,
        document: plan,
        version: 1,
        updatedAt: new Date(),
        updatedBy: null,
      })),
      { transaction },
    );
    const layers = await readLiveLayers(transaction);
    const documents = [...layers.beneath.documents, ...plans];
    await publish(
      {
        layers: beneath(layers, { ...layers.beneath, documents }),
        note: 'Knives and the front get their own plans',
        userId: null,
      },
      transaction,
    );
    await SettingModel.create({ name: 'demo-planned', value: true }, { transaction });
  });
}
