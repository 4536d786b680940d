import Joi from 'joi';
import { handSteps, valueFamilies, valueNames, valueScale } from '../schema/valueShow';
import {
  BANNER_FADES,
  DEEPEST_LINK,
  DRESS_SIZES,
  mediumShare,
  SPACE_STEPS,
  TILED_KINDS,
  WIDEST_BOUNDS,
  FREE_COLUMNS,
  isInside,
  MAX_ROWS,
  MOST_SLIDES,
  MOST_SPOTS,
  overlap,
  FACET_CONTROLS,
  MAX_PER_PAGE,
  NEVER_IN_PARTS,
  nestingFaults,
  SHELF_FORMS,
  WHOLE_SPAN,
  type Column,
  type Fixture,
  type NavigationLink,
  type NestingFault,
  type TilePlace,
} from '@fond/core';
import { AISLE_KEY_PATTERN } from '../schema/aisleKey';
import { byKind } from '../schema/byKind';
import { cardSchema, faceSchema } from '../card/schema';
import { conditionSchema } from './conditionSchema';
import { insertsSchema } from './insertSchema';
import { picture } from './pictureSchema';
import {
  FIXTURE_ID,
  id,
  orUsual,
  paint,
  stepped,
  steps,
  texts,
  whole,
  yes,
  linkAddress as address,
} from '../schema/fields';
import { levelsSchema, orderSchema, ownOrderSchema } from '../order/schema';
import { promotionRangeSchema, rangeSchema } from '../clause/schema';

const key = Joi.string().max(64).required();

const gap = steps(0, 80);
const rowGap = orUsual(steps(0, 160));
const columns = steps(1, 6);

const layout = Joi.object({
  span: steps(1, WHOLE_SPAN),
  order: steps(-60, 60),
  stuck: stepped(Joi.boolean()),
  hidden: stepped(Joi.boolean()),
}).required();

const focus = Joi.object({ x: whole(0, 100), y: whole(0, 100) }).required();

const dress = Joi.object({
  above: stepped(Joi.valid(...SPACE_STEPS)),
  ground: orUsual(paint),
  picture,
  words: orUsual(paint),
  align: Joi.valid('start', 'centre', 'end').required(),
  size: steps(DRESS_SIZES.least, DRESS_SIZES.most),
  widest: orUsual(Joi.number().integer().min(WIDEST_BOUNDS.least).max(WIDEST_BOUNDS.most)),
  drawer: orUsual(texts(40)),
}).required();

const fixtureBase = {
  id,
  when: conditionSchema,
  inside: Joi.object({ fixture: id, slot: id }).allow(null).required(),
  layout,
  dress,
};

/** Values that one plan says something of. */
const MAX_PLAN_VALUES = 500;

const aisleKey = Joi.string().max(340).pattern(AISLE_KEY_PATTERN, 'the key of an aisle');

const navigationLink = Joi.object({
  id,
  aisle: aisleKey.allow(null).required(),
  address: Joi.when('aisle', { is: null, then: address.required(), otherwise: Joi.valid(null).required() }),
  label: texts(60),
  depth: whole(0, DEEPEST_LINK),
});

/** A line stands at most one level below the one before it. */
function nestedLinks(links: readonly NavigationLink[], helpers: Joi.CustomHelpers): unknown {
  const torn = links.some(({ depth }, at) => depth > (at ? links[at - 1].depth + 1 : 0));
  return torn ? helpers.error('links.depth') : links;
}

const sized = (by: 'products' | 'rows', most: number): Joi.ObjectSchema =>
  Joi.object({ by: Joi.valid(by).required(), count: whole(1, most) });

const pageSize = byKind('by', [
  { is: 'products', then: sized('products', MAX_PER_PAGE) },
  { is: 'rows', then: sized('rows', 100) },
  { is: 'all', then: Joi.object({ by: Joi.valid('all').required() }) },
]);

const column = Joi.object({
  id,
  width: byKind('by', [
    { is: 'share', then: Joi.object({ by: Joi.valid('share').required(), share: whole(5, 100) }) },
    { is: 'pixels', then: Joi.object({ by: Joi.valid('pixels').required(), pixels: whole(120, 600) }) },
  ]).required(),
  medium: orUsual(Joi.number().integer().min(5).max(100)),
  stuck: yes,
});

/** Shares divide the room, so they have to make up the whole of it. */
function wholeShares(list: readonly Column[], helpers: Joi.CustomHelpers): unknown {
  const shares = list.flatMap(({ width }) => (width.by === 'share' ? [width.share] : []));
  const sum = shares.reduce((total, share) => total + share, 0);
  if (sum !== 100) return helpers.error('columns.shares', { sum });
  const medium = list.reduce((total, one) => total + (mediumShare(one) ?? 0), 0);
  return medium === 100 ? list : helpers.error('columns.medium', { sum: medium });
}

const tilePlace = Joi.object({
  category: Joi.number().integer().min(1).required(),
  x: whole(0, 100),
  y: whole(0, 1000),
  w: whole(1, 100),
  h: whole(1, 1000),
});

/** Every tile stands within the grid, and no two over each other. */
function noOverlap(places: readonly TilePlace[], helpers: Joi.CustomHelpers): unknown {
  for (const [at, one] of places.entries()) {
    const { category } = one;
    if (!isInside(one))
      return helpers.error('tiles.outside', { category, columns: FREE_COLUMNS, rows: MAX_ROWS });
    const other = places.slice(0, at).find((earlier) => overlap(one, earlier));
    if (other) return helpers.error('tiles.overlap', { category, other: other.category });
  }
  return places;
}

/** What every shelf beside an aisle's own, or below a product, is set by, whatever it may take its products from. */
export const promotionFields = (range: Joi.ObjectSchema): Joi.SchemaMap => ({
  heading: texts(),
  range: range.required(),
  ...ownOrderSchema,
  form: Joi.valid(...SHELF_FORMS).required(),
  columns,
  gap,
  rowGap,
  most: whole(1, 48),
  card: cardSchema.allow(null).required(),
  face: faceSchema.allow(null).required(),
  autoplay: whole(0, 60),
  arrows: yes,
  dots: yes,
  loop: yes,
  backwards: yes,
  more: Joi.object({ label: texts(60), address: address.allow(null).required() })
    .allow(null)
    .required(),
});

const SETTINGS: Readonly<Record<Fixture['type'], Joi.SchemaMap>> = {
  breadcrumb: {},
  title: {},
  description: {},
  divider: {},
  navigation: {
    hideEmpty: yes,
    counts: yes,
    form: Joi.valid('pills', 'list').required(),
    of: Joi.valid('near', 'tree', 'chosen').required(),
    links: Joi.array().items(navigationLink).unique('id').max(60).required().custom(nestedLinks).messages({
      'links.depth': 'have a line that stands deeper than the one before it allows',
    }),
    colours: yes,
  },
  banner: {
    picture,
    focus,
    height: steps(60, 900),
    others: Joi.object({ medium: picture, narrow: picture }).required(),
    shade: whole(0, 100),
    tint: Joi.string()
      .pattern(/^#[0-9a-f]{6}$/, 'a colour such as #1d2b4f')
      .required(),
    fade: Joi.valid(...BANNER_FADES).required(),
    align: Joi.valid('start', 'centre', 'end').required(),
    stand: Joi.valid('top', 'middle', 'bottom').required(),
    tone: Joi.valid('light', 'dark').required(),
    holds: Joi.object({ title: yes, trail: yes }).required(),
    heading: texts(120),
    words: texts(400),
    link: Joi.object({ label: texts(60), address: address.required() })
      .allow(null)
      .required(),
  },
  words: { html: texts(20_000) },
  picture: {
    picture,
    focus,
    ratio: Joi.number().integer().min(20).max(200).allow(null).required(),
    caption: texts(300),
    address: address.allow(null).required(),
    spots: Joi.array()
      .items(Joi.object({ id, x: whole(0, 100), y: whole(0, 100), sku: Joi.string().max(100).required() }))
      .unique('id')
      .max(MOST_SPOTS)
      .required(),
  },
  tiles: {
    of: byKind('kind', [
      { is: 'children', then: Joi.object({ kind: Joi.valid('children').required() }) },
      {
        is: 'chosen',
        then: Joi.object({
          kind: Joi.valid('chosen').required(),
          categories: Joi.array().items(Joi.number().integer().min(1)).unique().max(60).required(),
        }),
      },
      {
        is: 'aisles',
        then: Joi.object({
          kind: Joi.valid('aisles').required(),
          aisles: Joi.array()
            .items(Joi.object({ aisle: aisleKey.required(), picture }))
            .unique('aisle')
            .max(60)
            .required(),
        }),
      },
      {
        is: 'all',
        then: Joi.object({ kind: Joi.valid('all').required(), of: Joi.valid(...TILED_KINDS).required() }),
      },
      {
        is: 'values',
        then: Joi.object({
          kind: Joi.valid('values').required(),
          attribute: Joi.string().max(64).required(),
        }),
      },
    ]).required(),
    except: Joi.array().items(Joi.number().integer().min(1)).unique().max(200).required(),
    sort: Joi.valid('given', 'name', 'count').required(),
    before: texts(40),
    after: texts(40),
    length: Joi.number().integer().min(4).max(80).allow(null).required(),
    hideEmpty: yes,
    counts: yes,
    pictures: yes,
    columns,
    gap,
    ratio: whole(20, 200),
    most: Joi.number().integer().min(1).max(60).allow(null).required(),
    grid: Joi.valid('even', 'free').required(),
    places: Joi.array().items(tilePlace).unique('category').max(60).required().custom(noOverlap).messages({
      'tiles.outside':
        'put the tile of category {{#category}} outside the grid, which has {{#columns}} columns and {{#rows}} rows',
      'tiles.overlap': 'put the tiles of categories {{#category}} and {{#other}} over each other',
    }),
    rowHeight: whole(40, 400),
  },
  promotion: promotionFields(promotionRangeSchema),
  spotlight: {
    range: rangeSchema.required(),
    levels: levelsSchema,
    heading: texts(),
    button: texts(40),
    side: Joi.valid('start', 'end').required(),
    description: yes,
  },
  tabs: {
    tabs: Joi.array()
      .items(Joi.object({ id, label: texts(60) }))
      .unique('id')
      .min(1)
      .max(12)
      .required(),
  },
  slides: {
    slides: Joi.array().items(Joi.object({ id })).unique('id').min(1).max(MOST_SLIDES).required(),
    seconds: whole(0, 60),
    dots: yes,
  },
  columns: {
    columns: Joi.array().items(column).unique('id').min(1).max(4).required().custom(wholeShares).messages({
      'columns.shares': 'have shares that add up to {{#sum}} instead of 100',
      'columns.medium': 'have shares that add up to {{#sum}} instead of 100 on medium pages',
    }),
    gap,
    down: Joi.valid('start', 'centre', 'end').required(),
    stacked: Joi.valid('medium', 'narrow').required(),
  },
  space: { height: steps(0, 400) },
  part: {
    part: Joi.string().max(64).required(),
    own: Joi.object()
      .pattern(
        FIXTURE_ID,
        Joi.object({
          heading: orUsual(texts()),
          range: orUsual(promotionRangeSchema),
          levels: orUsual(levelsSchema),
          most: orUsual(whole(1, 48)),
          card: orUsual(cardSchema),
          face: orUsual(faceSchema),
        }),
      )
      .required(),
  },
  facets: {
    side: Joi.valid('start', 'end', 'above').required(),
    share: whole(15, 40),
    header: yes,
    clearAll: yes,
    counts: yes,
    hideDead: yes,
    facets: Joi.array()
      .items(
        Joi.object({
          key,
          label: texts(),
          shown: whole(1, 50),
          open: yes,
          control: Joi.valid(...FACET_CONTROLS).required(),
          logic: Joi.valid('any', 'all').required(),
          sort: Joi.valid('auto', 'count', 'name', 'value', 'chosen').required(),
          values: orUsual(
            Joi.object({
              order: valueNames(MAX_PLAN_VALUES),
              scale: valueScale,
              hidden: valueNames(MAX_PLAN_VALUES),
              families: orUsual(valueFamilies),
              labels: Joi.array()
                .items(Joi.object({ value: Joi.string().min(1).max(200).required(), label: texts(120) }))
                .unique('value')
                .max(MAX_PLAN_VALUES)
                .required(),
            }),
          ),
          steps: orUsual(handSteps.min(1)),
          helps: orUsual(Joi.object({ values: whole(2, 100), coverage: whole(0, 100) })),
          categories: Joi.array().items(Joi.number().integer().min(1)).unique().max(200).required(),
          indexed: Joi.array()
            .items(
              Joi.object({
                value: Joi.string().min(1).max(200).required(),
                title: texts(120),
                words: texts(1_000),
              }),
            )
            .unique('value')
            .max(200)
            .required(),
          indexAll: yes,
        }),
      )
      .unique('key')
      .max(60)
      .required(),
  },
  shelf: {
    range: rangeSchema.required(),
    order: orderSchema.required(),
    form: Joi.valid(...SHELF_FORMS).required(),
    columns,
    gap,
    rowGap,
    pageSize: pageSize.required(),
    lastRow: Joi.valid('start', 'centre', 'stretch').required(),
    listSwitch: yes,
    paging: Joi.object({
      form: Joi.valid('numbered', 'more', 'scroll').required(),
      stop: whole(1, 20),
    }).required(),
    card: cardSchema.required(),
    face: faceSchema.required(),
    inserts: insertsSchema,
  },
};

/** What a setting of the shelf or of the filters may be. */
export const settingSchema = (type: 'shelf' | 'facets', name: string): Joi.Schema =>
  (SETTINGS[type] as Readonly<Record<string, Joi.Schema>>)[name];

/** Each fixture is checked as what it says it is, so that faults are told at their place. */
const fixture = byKind(
  'type',
  Object.entries(SETTINGS).map(([type, settings]) => ({
    is: type,
    then: Joi.object({ ...fixtureBase, type: Joi.valid(type).required(), ...settings }),
  })),
);

const NESTING: Readonly<Record<NestingFault, string>> = {
  'no-container': 'stands in something that the plan doesn’t have',
  'no-slot': 'stands in a column or tab that its container doesn’t have',
  loop: 'stands in itself, by way of others',
  'too-deep': 'stands in more than three containers within one another',
  among: 'is on a page once, so it can’t stand among products',
};

/** Every fixture stands on the page, or in a place that is there. */
function nested(fixtures: readonly Fixture[], helpers: Joi.CustomHelpers): unknown {
  const [first] = nestingFaults(fixtures);
  return first
    ? helpers.error('fixtures.nesting', { name: fixtures[first.at].id, fault: NESTING[first.fault] })
    : fixtures;
}

export const MAX_FIXTURES = 60;

/** A part is one fixture with all that stands within it. */
export function isPartOfFixtures(fixtures: readonly Fixture[]): boolean {
  const roots = fixtures.filter(({ inside }) => inside === null);
  return roots.length === 1 && !fixtures.some(({ type }) => NEVER_IN_PARTS.includes(type));
}

export const fixturesSchema = Joi.array()
  .items(fixture)
  .unique('id')
  .max(MAX_FIXTURES)
  .required()
  .custom(nested)
  .messages({ 'fixtures.nesting': '“{{#name}}” {{#fault}}' });
