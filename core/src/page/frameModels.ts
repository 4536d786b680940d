import type { BadgeSet } from '../badge/badges';
import { cardOf, type CardImage } from '../card/card';
import { plainText, shorten } from '../text/plainText';
import { cardElement, USUAL_FACE, type CardElement } from '../card/design';
import { drawCard } from '../card/drawn';
import type { Aisle } from '../catalogue/aisles';
import { type FocusPoint } from '../catalogue/rows';
import { textIn, type Lang, type Texts } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { SPOTLIGHT_GAP, type PageFrame } from '../width/frame';
import { freePlaces } from '../layout/freeGrid';
import {
  isLines,
  cardGaps,
  cardRooms,
  columnOf,
  isBroad,
  pictureRooms,
  roomsOf,
  sizesOf,
  tileGaps,
  tileRooms,
  type Rooms,
} from '../layout/room';
import { placeInCrop } from '../layout/crop';
import { lanesOf } from '../layout/staggered';
import { arrange, arrangedWindow, withPinned, type Arrangement } from '../order/arrange';
import { permutationOf, permutationOfList } from '../order/order';
import {
  type BannerSettings,
  isOfCategories,
  type NavigationLink,
  type NavigationSettings,
  type PictureSettings,
  type PictureSource,
  type PromotionSettings,
  type Spot,
  type SpotlightSettings,
  type TilesSettings,
} from '../plan/fixtures';
import { atEachWidth } from '../width/widths';
import { ownOrder, type OwnOrder } from '../order/sorting';
import type { Fixture, Plan, Shelf } from '../plan/plan';
import { aisleOfRange } from '../range/aisleOfRange';
import { namedOrder, orderOfProduct, runRange, type RangeResult } from '../range/range';
import type { RangeContext } from '../clause/rule';
import type {
  FixtureModel,
  FramePicture,
  NavigationItem,
  PromotionModel,
  SpotModel,
  TileModel,
} from './pageModel';
import { navigationOf } from './shopFrame';
import { targetHref, type LinkModel } from '../address/link';
import { holds } from '../catalogue/sets';
import { wordsIn } from '../words/words';

/** What the fixtures of the frame are made from. */
export interface FrameContext {
  snapshot: Snapshot;
  aisle: Aisle;
  plan: Plan;
  lang: Lang;
  context: RangeContext;
  badges: BadgeSet;
}

type Of<T> = Fixture & T;

const pickTextOf = ({ snapshot, lang }: FrameContext, texts: Texts): string =>
  textIn(texts, lang, snapshot.frame.languages);

/** A picture with the name it has for those who can't see it; null where there is none. */
export function pictureOf(frame: FrameContext, source: PictureSource | null): FramePicture | null {
  if (!source) return null;
  if (source.kind === 'kept') {
    const { hash, width, height } = source;
    return { hash, width, height, alt: pickTextOf(frame, source.alt) };
  }
  const picture = findPicture(frame.aisle);
  // The aisle's title stands on the page in any case.
  return picture && { ...picture, alt: '' };
}

/** What stays in view: the aisle's own picture knows it, and a fixture of its own one. */
const focusOf = ({ aisle }: FrameContext, { picture, focus }: BannerSettings | PictureSettings): FocusPoint =>
  picture?.kind === 'aisle' && aisle.picture ? aisle.picture.focus : focus;

function findPicture({ picture }: Aisle): CardImage | null {
  if (!picture?.hash) return null;
  const { hash, width, height } = picture;
  return { hash, width, height };
}

/** A banner; none where it has neither a picture nor words, as nobody wants an empty box. */
export function bannerModel(
  frame: FrameContext,
  banner: Of<BannerSettings>,
  held: { title: string; trail: readonly LinkModel[] },
): FixtureModel | null {
  const picture = pictureOf(frame, banner.picture);
  const heading = pickTextOf(frame, banner.heading);
  const text = pickTextOf(frame, banner.words);
  const title = banner.link && pickTextOf(frame, banner.link.label);
  const link: LinkModel | null =
    banner.link && title ? { title, href: targetHref(frame, banner.link.address) } : null;
  if (!picture && !heading && !text && !link && !held.title) return null;
  const { id, height, shade, tint, fade, align, stand, tone } = banner;
  const { breakpoints } = frame.plan.look;
  const focus = focusOf(frame, banner);
  const sizes = sizesOf(roomsOf(frame.plan.fixtures, banner), frame.plan.look);
  const others = picture
    ? ([
        [breakpoints.medium, banner.others.narrow],
        [breakpoints.wide, banner.others.medium],
      ] as const)
    : [];
  return {
    id,
    type: 'banner',
    picture,
    ...held,
    heading,
    text,
    link,
    height: atEachWidth(height),
    shade,
    tint,
    fade,
    align,
    stand,
    tone,
    focus,
    sizes,
    others: others.flatMap(([below, source]) => {
      const other = pictureOf(frame, source);
      return other ? [{ below, picture: other }] : [];
    }),
  };
}

export function pictureModel(frame: FrameContext, fixture: Of<PictureSettings>): FixtureModel | null {
  const picture = pictureOf(frame, fixture.picture);
  if (!picture) return null;
  const { id, ratio, address } = fixture;
  return {
    id,
    type: 'picture',
    picture,
    ratio,
    focus: focusOf(frame, fixture),
    caption: pickTextOf(frame, fixture.caption),
    href: address === null ? null : targetHref(frame, address),
    spots: fixture.spots.flatMap((spot) => spotModel(frame, spot, picture, fixture)),
    sizes: sizesOf(roomsOf(frame.plan.fixtures, fixture), frame.plan.look),
  };
}

/** A spot with its product; none for one that is gone or not in the shop. */
function spotModel(
  frame: FrameContext,
  { id, x, y, sku }: Spot,
  picture: FramePicture,
  fixture: PictureSettings,
): SpotModel[] {
  const { snapshot, lang } = frame;
  const p = snapshot.bySku.get(sku);
  if (p === undefined) return [];
  const { title, href, price, was } = cardOf(snapshot, p, [], frame.badges, lang);
  const at = placeInCrop({ x, y }, picture, fixture.ratio, focusOf(frame, fixture));
  const soldOut = !holds(snapshot.inStock, p);
  return [{ id, at, title, href, price: price?.text ?? '', was: was?.text ?? '', soldOut }];
}

/** The categories near the page, or the whole tree opened towards it; none where nothing is near. */
export function navigationModel(
  frame: FrameContext,
  { id, form, of, links, counts, colours, hideEmpty }: Of<NavigationSettings>,
): FixtureModel | null {
  const { snapshot, aisle, lang } = frame;
  const siblings = aisle.children.length ? aisle.children : (aisle.parent?.children ?? []);
  const items: NavigationItem[] = {
    near: () => navigationOf(snapshot, siblings, aisle, lang, hideEmpty),
    tree: () => navigationTree(snapshot, aisle, lang, hideEmpty),
    chosen: () => links.flatMap((link) => chosenItem(frame, link, hideEmpty)),
  }[of]();
  return items.length ? { id, type: 'navigation', items, counts, form, colours } : null;
}

/** One line of a navigation of choice; none for an aisle that is gone, closed, or empty where those are left out. */
function chosenItem(frame: FrameContext, link: NavigationLink, hideEmpty: boolean): NavigationItem[] {
  const { snapshot, aisle, lang } = frame;
  const label = pickTextOf(frame, link.label);
  const deep = link.depth ? { depth: link.depth } : {};
  if (link.aisle === null) {
    const { address } = link;
    if (address === null) return [];
    const href = targetHref(frame, address);
    return [{ title: label || address, href, count: null, current: false, colour: null, ...deep }];
  }
  const there = snapshot.aisles.byKey.get(link.aisle);
  if (!there || there.closed) return [];
  const [item] = navigationOf(snapshot, [there], aisle, lang, hideEmpty);
  return (item as NavigationItem | undefined) ? [{ ...item, title: label || item.title, ...deep }] : [];
}

/** All top categories; below those on the way to the page, what is below them. */
function navigationTree(
  snapshot: Snapshot,
  current: Aisle,
  lang: Lang,
  hideEmpty: boolean,
): NavigationItem[] {
  const within = (aisles: readonly Aisle[], depth: number): NavigationItem[] =>
    aisles.flatMap((aisle) => {
      const [item] = navigationOf(snapshot, [aisle], current, lang, hideEmpty);
      if (!item) return [];
      const below = item.current ? within(aisle.children, depth + 1) : [];
      return [depth ? { ...item, depth } : item, ...below];
    });
  return within(snapshot.aisles.byKey.get('front')!.children, 0);
}

type Comparison = (a: TileModel, b: TileModel) => number;

/** Sorting is stable, so what is equal stays as it was given. */
const TILE_ORDERS: Readonly<Record<TilesSettings['sort'], (lang: Lang) => Comparison>> = {
  given: () => () => 0,
  name: (lang) => {
    const { compare } = new Intl.Collator(lang);
    return (a, b) => compare(a.title, b.title);
  },
  count: () => (a, b) => b.count - a.count,
};

/** What tiles are wanted of, in the order in which it is given. */
export function tiledAisles(snapshot: Snapshot, aisle: Aisle, { of, except }: TilesSettings): Aisle[] {
  const { all, byKey } = snapshot.aisles;
  const open = (key: string): Aisle[] => {
    const found = byKey.get(key);
    return found && !found.closed ? [found] : [];
  };
  switch (of.kind) {
    case 'children':
      return aisle.children.filter((child) => !except.includes(child.id));
    case 'chosen':
      return of.categories.flatMap((category) => open(`category:${category}`));
    case 'aisles':
      return of.aisles.flatMap((one) => open(one.aisle));
    case 'all':
      return all.filter(({ kind, closed }) => kind === of.of && !closed);
    case 'values':
      return all.filter(({ value }) => value?.attribute === of.attribute);
  }
}

/** Tiles of categories with what is really in them. */
export function tilesModel(frame: FrameContext, tiles: Of<TilesSettings>): FixtureModel | null {
  const { snapshot, aisle, lang, plan } = frame;
  const { id, of, hideEmpty, most, counts, pictures, columns, gap, ratio } = tiles;
  const wanted = tiledAisles(snapshot, aisle, tiles);
  const own = new Map(of.kind === 'aisles' ? of.aisles.map((one) => [one.aisle, one.picture]) : []);
  const rooms = roomsOf(plan.fixtures, tiles);
  const even = sizesOf(cardRooms(rooms, columns, gap), plan.look);
  const items = wanted
    .flatMap((one) =>
      navigationOf(snapshot, [one], aisle, lang, hideEmpty).map((item): TileModel => ({
        ...item,
        title: tiles.length === null ? item.title : shorten(item.title, tiles.length),
        count: item.count ?? 0,
        category: one.kind === 'category' ? one.id : 0,
        picture: pictures ? (pictureOf(frame, own.get(one.key) ?? null) ?? findPicture(one)) : null,
        focus: own.get(one.key) ? null : (one.picture?.focus ?? null),
        sizes: even,
      })),
    )
    .sort(TILE_ORDERS[tiles.sort](lang))
    .slice(0, most ?? undefined);
  if (!items.length) return null;
  const free = tiles.grid === 'free' && isOfCategories(tiles);
  return {
    id,
    type: 'tiles',
    items: free ? placeTiles(items, tiles, rooms, plan.look) : items,
    counts,
    before: pickTextOf(frame, tiles.before),
    after: pickTextOf(frame, tiles.after),
    pictures,
    columns: atEachWidth(columns),
    gap: free ? tileGaps(rooms, columns, gap) : cardGaps(rooms, columns, gap),
    ratio,
    rowHeight: free ? tiles.rowHeight : null,
  };
}

/** Tiles where they were put, in the order in which they are read there. */
function placeTiles(
  items: readonly TileModel[],
  { places, columns, gap }: TilesSettings,
  rooms: Rooms,
  frame: PageFrame,
): TileModel[] {
  const byId = new Map(items.map((item) => [item.category, item]));
  return freePlaces([...byId.keys()], places).map((place) => ({
    ...byId.get(place.category)!,
    place: { ...place, broad: isBroad(place) },
    sizes: sizesOf(tileRooms(rooms, place, columns, gap), frame),
  }));
}

/** Where the rest of a shelf is; null where no way is wanted, or none is known. */
function moreLink(frame: FrameContext, { more, range }: Of<PromotionSettings>): LinkModel | null {
  const path =
    more && (more.address ?? aisleOfRange(frame.snapshot, frame.aisle, range, frame.context)?.path);
  return more && path ? { title: pickTextOf(frame, more.label), href: targetHref(frame, path) } : null;
}

/** A promoting shelf; none where its range is empty, as shoppers can do nothing about it. */
export function promotionModel(
  frame: FrameContext,
  promotion: Of<PromotionSettings>,
  shelf: Shelf | undefined,
): PromotionModel | null {
  const { snapshot, aisle, plan, lang, context } = frame;
  const range = promotionRange(snapshot, aisle, promotion, context);
  const { count } = range;
  const elements = promotion.card ?? shelf?.card;
  const face = promotion.face ?? shelf?.face ?? USUAL_FACE;
  const asked = promotion.range.source.kind === 'recent' && !context.recent;
  if (!elements || (!count && !asked)) return null;
  // One more, as the product whose page it is may be among them, and never stands beside itself.
  const own = context.product;
  const places = Array.from(firstOf(frame, promotion, range, promotion.most + (own === undefined ? 0 : 1)))
    .filter((p) => p !== own)
    .slice(0, promotion.most);
  if (!places.length && !asked) return null;
  const { id, form, columns, gap, autoplay, arrows, dots, loop } = promotion;
  const rooms = roomsOf(plan.fixtures, promotion);
  const drawn = drawCard(
    { card: elements, face },
    {
      look: plan.look,
      lang,
      frame: snapshot.frame,
      lines: isLines(form),
    },
  );
  const cards = places.map((p) => cardOf(snapshot, p, elements, frame.badges, lang));
  return {
    id,
    type: 'promotion',
    heading:
      pickTextOf(frame, promotion.heading) ||
      (promotion.range.source.kind === 'recent' ? wordsIn(lang).recent : ''),
    form,
    cards,
    columns: atEachWidth(columns),
    gap: cardGaps(rooms, columns, gap),
    ...(promotion.rowGap && { rowGap: atEachWidth(promotion.rowGap) }),
    autoplay,
    arrows,
    dots,
    loop,
    backwards: promotion.backwards,
    more: moreLink(frame, promotion),
    recent: asked ? plan.id : null,
    pictureSizes: sizesOf(pictureRooms(rooms, promotion), plan.look),
    drawn,
    ...lanesOf(cards, rooms, promotion, drawn.elements, plan.look),
  };
}

/** What a promoting shelf shows in an aisle. */
export const promotionRange = (
  snapshot: Snapshot,
  aisle: Aisle,
  { range, pins }: Pick<PromotionSettings, 'range' | 'pins'>,
  context: RangeContext,
): RangeResult => withPinned(snapshot, runRange(snapshot, aisle, range, context), pins, aisle.key, context);

/** A shelf beside the aisle's own in its order; what is of the product on the page may have one of its own. */
export function arrangePromotion(
  { snapshot, aisle, lang, context }: Omit<FrameContext, 'plan' | 'badges'>,
  shelf: Pick<PromotionSettings, 'range'> & OwnOrder,
  range: RangeResult,
): Arrangement {
  const { levels } = shelf;
  const own = levels[0]?.key === 'named' ? orderOfProduct(snapshot, shelf.range, context) : null;
  const permutation = own
    ? permutationOfList(levels[0].reversed ? own.toReversed() : own)
    : permutationOf(
        snapshot,
        { levels, named: namedOrder(shelf.range, aisle, context), within: range },
        lang,
        context,
      );
  return arrange(snapshot, range.bits, range.count, shelf, permutation, aisle.key, context);
}

/** The first products of a range, in its own order. */
const firstOf = (
  frame: Omit<FrameContext, 'plan' | 'badges'>,
  shelf: Pick<PromotionSettings, 'range'> & OwnOrder,
  range: RangeResult,
  most: number,
): number[] =>
  arrangedWindow(frame.snapshot, arrangePromotion(frame, shelf, range), 0, most).map(({ p }) => p);

/** What a spotlight shows of its product; badges and rating with the rest. */
const SPOTLIT: readonly CardElement[] = (
  ['picture', 'badges', 'category', 'name', 'rating', 'stock', 'price'] as const
).map((element) => cardElement(element));

/** Number of the product that a spotlight shows on a page: the first of its range; null where that is empty. */
export function spotlitProduct(
  frame: Omit<FrameContext, 'plan' | 'badges'>,
  spotlight: SpotlightSettings,
): number | null {
  const range = runRange(frame.snapshot, frame.aisle, spotlight.range, frame.context);
  const order = { ...ownOrder(spotlight.levels), soldOutLast: true };
  return range.count ? firstOf(frame, { range: spotlight.range, ...order }, range, 1)[0] : null;
}

/** One product as a large banner; none where its range is empty. */
export function spotlightModel(frame: FrameContext, spotlight: Of<SpotlightSettings>): FixtureModel | null {
  const { snapshot, plan, lang } = frame;
  const p = spotlitProduct(frame, spotlight);
  if (p === null) return null;
  const { id, side } = spotlight;
  const text = textIn(snapshot.descriptions[p], lang, snapshot.frame.languages);
  // The picture has half of the room where both stand beside each other; the style sheet does the same.
  const rooms = roomsOf(plan.fixtures, spotlight);
  return {
    id,
    type: 'spotlight',
    card: cardOf(snapshot, p, SPOTLIT, frame.badges, lang),
    heading: pickTextOf(frame, spotlight.heading),
    description: spotlight.description ? shorten(plainText(text), 260) : '',
    button: pickTextOf(frame, spotlight.button) || wordsIn(lang).seeProduct,
    side,
    sizes: sizesOf(
      {
        ...rooms,
        wide: columnOf(rooms.wide, 2, SPOTLIGHT_GAP),
        medium: columnOf(rooms.medium, 2, SPOTLIGHT_GAP),
      },
      plan.look,
    ),
  };
}
