import { USUAL_VALUES } from './planValues';
import { USUAL_FACET, USUAL_ORDER, USUAL_PANEL, usual, USUAL_PAGING } from './housePlan';
import {
  AS_PART,
  FRESH_FRAME,
  USUAL_BANNER,
  USUAL_NAVIGATION,
  USUAL_PROMOTION,
  USUAL_TILES,
  type Column,
  type ColumnsSettings,
  type PartOwn,
  type PromotionSettings,
} from './fixtures';
import { cardElement, USUAL_ELEMENT_LOOK, USUAL_FACE, type CardElement } from '../card/design';
import { ALWAYS, USUAL_BADGES, type BadgeRule, type BadgeSettings } from '../badge/rule';
import {
  orderGroup,
  sortChoice,
  USUAL_PIN,
  type OrderGroup,
  type Pin,
  type ShelfOrder,
  type SortKey,
} from '../order/sorting';
import type { Clause, RangeRule } from '../clause/rule';
import type { Difference } from './differences';
import type { ProductPage, ProductShelf } from './productPage';
import type { Stepped } from '../width/widths';
import { editionFrom } from './edition';
import { differencesOf, upgradeLook, upgradeOwnLook } from './upgradeLook';
import { upgradeProductPage, withProductPage, type StoredRelated } from './upgradeProductPage';
import {
  isHeir,
  type Edition,
  type EditionContent,
  type FacetChoice,
  type Fixture,
  type PageSize,
  type Plan,
  type PlanDocument,
  type Shelf,
} from './plan';
import { atAllWidths } from '../width/widths';

/** Ranges as they were written before they had clauses. */
interface FirstRange {
  source: 'aisle' | 'catalogue';
  below: boolean;
  stock: 'any' | 'in';
}

/** What earlier releases stored: each setting in its first form, or in today's. */
interface StoredShelf {
  type: 'shelf';
  range: FirstRange | RangeRule;
  pageSize: number | PageSize;
  form?: 'grid' | 'list';
  order: StoredOrder & {
    choices: readonly (SortKey | ShelfOrder['choices'][number])[];
  };
}
type StoredFacet = Pick<FacetChoice, 'key' | 'label' | 'shown' | 'open'> & Partial<FacetChoice>;

/**
 * A stored plan in today's form. Stored documents are never rewritten, as editions don't change; they are read through
 * this instead. Today's documents come back as they are.
 */
export function upgradePlan(stored: unknown): PlanDocument {
  const document = stored as PlanDocument;
  const kind = (document as Partial<Plan>).kind ?? 'page';
  if (isHeir(document)) return { ...document, kind, own: upgradeOwn(document.own) };
  const { related, ...held } = document as Plan & { related?: StoredRelated | null };
  return {
    ...held,
    kind,
    rank: (document as Partial<Plan>).rank ?? 0,
    productPage: upgradeShelves(
      (held as Partial<Plan>).productPage ?? upgradeProductPage(related ?? null, document),
    ),
    look: upgradeLook((document as Partial<Plan>).look),
    badges: upgradeBadges((document as Partial<Plan>).badges),
    css: (document as Partial<Plan>).css ?? '',
    fixtures: document.fixtures.map(upgradeFixture),
  };
}

/** Shelves below products in today's form. */
const upgradeShelves = (page: ProductPage): ProductPage => ({
  ...page,
  shelves: page.shelves.map(upgradePromotion),
});

/** A promoting shelf, on a page or below a product. */
const upgradePromotion = <T extends Omit<PromotionSettings, 'type'>>(stored: T): T => {
  const { type: _, ...usual } = USUAL_PROMOTION;
  return {
    ...usual,
    ...stored,
    gap: upgradeGap(stored.gap),
    card: stored.card?.map(upgradeElement) ?? null,
  };
};

/** Badges as they were before they had days, or pictures. */
const upgradeBadges = (badges: BadgeSettings | undefined): BadgeSettings =>
  badges ? { ...badges, rules: badges.rules.map(upgradeBadge) } : USUAL_BADGES;

const upgradeBadge = (stored: Partial<BadgeRule>): BadgeRule =>
  ({ ...ALWAYS, picture: null, ...stored }) as BadgeRule;

/** What an heir added is written out in full, so it is read like the fixtures of a whole plan. */
function upgradeOwn(own: Difference | null): Difference | null {
  if (!own || !('at' in own)) return own;
  const { fixtures, look, related, badges, productPage } = own.at;
  if (related) return upgradeOwn({ at: withProductPage(own.at) });
  const newLook = look && upgradeOwnLook(look);
  if (newLook !== look) return upgradeOwn({ at: { ...own.at, look: newLook! } });
  const badged = upgradeOwnBadges(badges);
  if (badged !== badges) return upgradeOwn({ at: { ...own.at, badges: badged! } });
  const at: Record<string, Difference> = { ...own.at };
  if (fixtures) at['fixtures'] = upgradeList(fixtures, upgradeFixture, upgradeItem);
  if (productPage && 'at' in productPage && 'shelves' in productPage.at) {
    const shelves = upgradeList(
      productPage.at['shelves'],
      (one: ProductShelf) => upgradePromotion(one),
      upgradeItem,
    );
    at['productPage'] = { at: { ...productPage.at, shelves } };
  }
  return { at };
}

/** What an heir says of a list: items written out in full, and of those of its base what it says of each. */
function upgradeList<T>(
  list: Difference,
  whole: (item: T) => T,
  inner: (item: Difference) => Difference = (item) => item,
): Difference {
  if ('set' in list) return Array.isArray(list.set) ? { set: (list.set as T[]).map(whole) } : list;
  if (!('added' in list)) return list;
  return {
    ...list,
    items: Object.fromEntries(Object.entries(list.items).map(([id, item]) => [id, inner(item)])),
    added: list.added.map(({ item, after }) => ({ item: whole(item as T) as object, after })),
  };
}

/** What an heir says of badges; the same where it is in today's form. */
function upgradeOwnBadges(badges: Difference | undefined): Difference | undefined {
  const inForm = (rule: BadgeRule): boolean => 'from' in rule && 'picture' in rule;
  if (!badges) return badges;
  if ('set' in badges) {
    const { rules } = badges.set as BadgeSettings;
    return rules.every(inForm) ? badges : { set: upgradeBadges(badges.set as BadgeSettings) };
  }
  const rules = 'at' in badges ? (badges.at['rules'] as Difference | undefined) : undefined;
  if (!rules || !('added' in rules)) return badges;
  if (rules.added.every(({ item }) => inForm(item as BadgeRule))) return badges;
  const added = rules.added.map(({ item, after }) => ({ item: upgradeBadge(item as BadgeRule), after }));
  return { at: { ...('at' in badges ? badges.at : {}), rules: { ...rules, added } } };
}

/** What an heir says of one fixture of its base. */
function upgradeItem(item: Difference): Difference {
  if (!('at' in item)) return item;
  const at: Record<string, Difference> = { ...item.at };
  const { gap, card, columns, own, order } = item.at;
  if (gap && 'set' in gap && typeof gap.set === 'number')
    at['gap'] = { at: differencesOf(upgradeGap(gap.set)) };
  if (card) at['card'] = upgradeList(card, upgradeElement);
  if (columns) at['columns'] = upgradeList(columns, upgradeColumn);
  if (own) at['own'] = upgradeOwnParts(own);
  if (order) at['order'] = upgradeOwnOrder(order);
  return { at };
}

/** What a link says otherwise, as it was while that was a heading and a range alone. */
const upgradeOwnPart = (stored: Partial<PartOwn>): PartOwn => ({
  ...AS_PART,
  ...stored,
  card: stored.card?.map(upgradeElement) ?? null,
});

/** What an heir says of what a link says otherwise. */
function upgradeOwnParts(own: Difference): Difference {
  const whole = (value: unknown): PartOwn => upgradeOwnPart(value as Partial<PartOwn>);
  if ('set' in own)
    return {
      set: Object.fromEntries(Object.entries(own.set as object).map(([id, value]) => [id, whole(value)])),
    };
  if (!('at' in own)) return own;
  return {
    at: Object.fromEntries(
      Object.entries(own.at).map(([id, one]) => [
        id,
        'set' in one && one.set ? { set: whole(one.set) } : one,
      ]),
    ),
  };
}

/** A column as it was before it could have another share on medium pages. */
const upgradeColumn = (stored: Column): Column => ({
  ...stored,
  medium: (stored as Partial<Column>).medium ?? null,
});

/** An element of a card as it was before it had settings and a look of its own, or fewer of them. */
const upgradeElement = (stored: CardElement): CardElement => ({
  ...cardElement(stored.element),
  ...stored,
  look: { ...USUAL_ELEMENT_LOOK, ...stored.look },
});

/** A stored fixture in today's form. */
export function upgradeFixture(stored: Fixture): Fixture {
  const base = usual(stored.id);
  const fixture = { ...base, ...stored };
  switch (fixture.type) {
    case 'navigation':
      return { ...USUAL_NAVIGATION, ...fixture };
    case 'promotion':
      return upgradePromotion(fixture);
    case 'banner':
      return { ...USUAL_BANNER, ...fixture };
    case 'part':
      return {
        ...fixture,
        own: Object.fromEntries(Object.entries(fixture.own).map(([id, own]) => [id, upgradeOwnPart(own)])),
      };
    case 'picture':
      return { ...FRESH_FRAME.picture, ...fixture };
    case 'tiles':
      return { ...USUAL_TILES, ...fixture, gap: upgradeGap(fixture.gap) };
    case 'columns':
      return {
        ...fixture,
        columns: fixture.columns.map(upgradeColumn),
        down: (fixture as Partial<ColumnsSettings>).down ?? 'start',
        gap: typeof fixture.gap === 'number' ? atAllWidths(fixture.gap) : fixture.gap,
      };
    case 'facets':
      return {
        ...USUAL_PANEL,
        ...fixture,
        facets: (fixture.facets as readonly StoredFacet[]).map((facet) => ({
          ...USUAL_FACET,
          ...facet,
          control: facet.control ?? 'auto',
          logic: facet.logic ?? 'any',
          sort: facet.sort ?? 'auto',
          values: facet.values ? { ...USUAL_VALUES, ...facet.values } : null,
        })),
      };
    case 'shelf': {
      const { range, order, pageSize, form } = fixture as unknown as StoredShelf;
      return {
        ...fixture,
        range: upgradeRange(range),
        order: upgradeOrder(order),
        form: form ?? 'grid',
        gap: upgradeGap(fixture.gap),
        rowGap: (fixture as Partial<Shelf>).rowGap ?? null,
        paging: (fixture as Partial<Shelf>).paging ?? USUAL_PAGING,
        listSwitch: (fixture as Partial<Shelf>).listSwitch ?? false,
        card: fixture.card.map(upgradeElement),
        face: (fixture as Partial<Shelf>).face ?? USUAL_FACE,
        inserts: (fixture as Partial<Shelf>).inserts ?? [],
        pageSize: typeof pageSize === 'number' ? { by: 'products', count: pageSize } : pageSize,
      };
    }
    default:
      return fixture;
  }
}

/** A gap as it was when one number said it for all widths, narrow pages taking 12 pixels of it at most. */
const upgradeGap = (gap: number | Stepped<number>): Stepped<number> =>
  typeof gap === 'number' ? { ...atAllWidths(gap), narrow: Math.min(gap, 12) } : gap;

function upgradeRange(range: FirstRange | RangeRule): RangeRule {
  if ('clauses' in range) return range;
  return {
    source:
      range.source === 'aisle' ? { kind: 'aisle', below: range.below, main: false } : { kind: 'catalogue' },
    clauses: range.stock === 'in' ? [{ kind: 'stock', states: ['in', 'low'] }] : [],
  };
}

/** An order as it was when it had one group at the front and one at the end, and pins were places alone. */
interface StoredOrder extends Omit<Partial<ShelfOrder>, 'choices'> {
  lift?: readonly Clause[];
  sink?: readonly Clause[];
}

function upgradeOrder({ lift, sink, ...order }: StoredShelf['order']): ShelfOrder {
  const choices = order.choices.map((choice) => (typeof choice === 'string' ? sortChoice(choice) : choice));
  return {
    ...USUAL_ORDER,
    ...order,
    choices: choices.length ? choices : [sortChoice('recommended')],
    groups: order.groups ?? [...firstGroup('front', lift), ...firstGroup('end', sink)],
    pins: upgradePins(order.pins ?? []),
  };
}

/** The one group that stood at an end, which has the name of its end. */
const firstGroup = (at: OrderGroup['at'], clauses: readonly Clause[] = []): OrderGroup[] =>
  clauses.length ? [orderGroup(at, at, clauses)] : [];

const upgradePins = (pins: readonly Pin[]): Pin[] => pins.map((pin) => ({ ...USUAL_PIN, ...pin }));

/** What an heir says of an order. */
function upgradeOwnOrder(own: Difference): Difference {
  if ('set' in own) return { set: upgradeOrder(own.set as StoredShelf['order']) };
  if (!('at' in own)) return own;
  const { lift, sink, pins, ...at } = own.at as Partial<Record<string, Difference>>;
  const next: Record<string, Difference> = { ...(at as Record<string, Difference>) };
  if (pins) next['pins'] = 'set' in pins ? { set: upgradePins(pins.set as Pin[]) } : pins;
  const said = (
    [
      ['front', lift],
      ['end', sink],
    ] as const
  ).flatMap(([end, one]) =>
    one && 'set' in one ? [{ end, groups: firstGroup(end, one.set as Clause[]) }] : [],
  );
  if (said.length)
    next['groups'] = {
      items: {},
      added: said.flatMap(({ end, groups }) =>
        groups.map((item) => ({ item, after: end === 'end' ? 'front' : null })),
      ),
      moved: [],
      removed: said.flatMap(({ end, groups }) => (groups.length ? [] : [end])),
    };
  return { at: next };
}

/** What an edition holds: first its plans alone, later with the ranges they use, then as documents. */
export function upgradeContent(stored: unknown): EditionContent {
  const held = (Array.isArray(stored) ? { plans: stored, ranges: [] } : stored) as {
    plans?: readonly unknown[];
    documents?: readonly unknown[];
    ranges: Edition['ranges'];
    blends?: Edition['blends'];
  };
  return {
    documents: (held.documents ?? held.plans ?? []).map(upgradePlan),
    ranges: held.ranges,
    blends: held.blends ?? [],
  };
}

/** A stored edition, ready to be served. */
export const upgradeEdition = (number: number, stored: unknown): Edition =>
  editionFrom(number, upgradeContent(stored));
