import { atEachWidth } from '../plans/fixtures';
import { badgesFor, badgesOf, type BadgeSet } from '../badges/badges';
import { attributeText, cardOf, plainText, shorten, stockWord } from '../card/card';
import { moneyOf } from '../card/money';
import type { Aisle } from '../catalogue/aisles';
import { textIn, type AttributeRow, type Lang } from '../catalogue/rows';
import { countOf, holds, type Words } from '../catalogue/sets';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { cardRooms, PAGE_ROOMS, sizesOf } from '../layout/room';
import { USUAL_LOOK } from '../look/look';
import { permutationOf, windowOf } from '../order/order';
import type { Edition, Plan, RelatedShelf, Shelf } from '../plans/plan';
import { choosePlan } from '../plans/reach';
import { runRange } from '../range/range';
import { nearestTo } from '../range/related';
import type { RangeContext } from '../range/rule';
import { productPath } from './address';
import { sortingOf } from './shelfModel';
import type { LinkModel, ProductModel, RelatedModel } from './pageModel';
import { wordsIn } from './words';
import { hrefOf, linkTo, plainState, shopFrameOf, trailOf } from './shopFrame';

/** The page of one product; null where no product has this slug. */
export function composeProduct(
  snapshot: Snapshot,
  edition: Edition,
  slug: string,
  asked: string | undefined,
  now: number,
  zone = 'UTC',
): ProductModel | null {
  const p = snapshot.bySlug.get(slug);
  if (p === undefined) return null;
  const { languages } = snapshot.frame;
  const lang = languageOf(snapshot, asked);
  const title = textIn(snapshot.titles[p], lang, languages);
  const description = textIn(snapshot.descriptions[p], lang, languages);
  const category = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[p]}`) ?? null;
  const path = productPath(slug);
  const aisle = category ?? snapshot.aisles.byKey.get('front')!;
  const plan = choosePlan(edition.plans, aisle).winner?.plan ?? null;
  const price = snapshot.price.numbers[p];
  const was = snapshot.was[p];
  const rating = snapshot.rating.numbers[p];
  const attributes: ProductModel['attributes'][number][] = [];
  for (const { row } of snapshot.attributes.values()) {
    const text = attributeText(snapshot, p, row.key, lang);
    if (text)
      attributes.push({
        key: row.key,
        label: textIn(row.labels, lang, languages) || row.key,
        text,
        links: valueLinks(snapshot, p, row, lang),
      });
  }
  const tags = snapshot.facets.get('tag') as ValueColumn;
  const context: RangeContext = { now, ranges: edition.ranges, zone };
  const badges = plan && badgesFor(snapshot, plan.badges, context);
  return {
    kind: 'product',
    plan: plan && { id: plan.id, name: plan.name },
    related:
      plan && badges && relatedModel(snapshot, aisle, plan, p, { ...context, product: p }, badges, lang),
    frame: shopFrameOf(snapshot, {
      lang,
      edition: edition.number,
      current: category,
      look: plan?.look ?? USUAL_LOOK,
      badges: plan?.badges ?? null,
      styled: plan,
      state: plainState(path, lang),
      title,
      description: shorten(plainText(description), 155),
      canonical: hrefOf(snapshot, path, lang),
    }),
    id: snapshot.ids[p],
    sku: snapshot.skus[p],
    slug,
    title,
    description,
    price: Number.isNaN(price) ? null : moneyOf(price, snapshot.currencies[p], lang),
    was: was > price ? moneyOf(was, snapshot.currencies[p], lang) : null,
    badges: badges ? badgesOf(snapshot, p, badges, lang) : [],
    images: snapshot.images[p].flatMap(({ hash, width, height }) => (hash ? [{ hash, width, height }] : [])),
    rating: Number.isNaN(rating) ? null : { rating, ratings: snapshot.ratings[p] },
    stock: stockWord(snapshot.stock[p], lang),
    attributes,
    trail: category
      ? trailOf(snapshot, category, lang)
      : [linkTo(snapshot, snapshot.aisles.byKey.get('front')!, lang)],
    tags: Array.from(tags.codes.subarray(tags.offsets[p], tags.offsets[p + 1]), (code) =>
      linkTo(snapshot, snapshot.aisles.byPath.get(`/tags/${tags.values[code].value}`)!, lang),
    ),
  };
}

/** The aisles of the values that a product has in an attribute. */
function valueLinks(snapshot: Snapshot, p: number, { key, aisles }: AttributeRow, lang: Lang): LinkModel[] {
  if (!aisles?.length) return [];
  const { column } = snapshot.attributes.get(key)!;
  return Array.from(column.codes.subarray(column.offsets[p], column.offsets[p + 1]), (code) =>
    snapshot.aisles.byKey.get(`value:${key}:${column.values[code].value}`),
  ).flatMap((aisle) => (aisle ? [linkTo(snapshot, aisle, lang)] : []));
}

/** The plan's shelf below a product; null where it has none, or nothing to put there. */
function relatedModel(
  snapshot: Snapshot,
  aisle: Aisle,
  { fixtures, related, look }: Plan,
  p: number,
  context: RangeContext,
  badges: BadgeSet,
  lang: Lang,
): RelatedModel | null {
  const shelf = fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf');
  if (!related || !shelf) return null;
  const { words } = runRange(snapshot, aisle, related.range, context);
  const places = inOrder(snapshot, aisle, shelf, related, words, context, lang)
    .filter((other) => other !== p)
    .slice(0, related.most);
  if (!places.length) return null;
  const columns = { wide: 4, medium: 2, narrow: 2 };
  return {
    heading: related.heading[lang] || wordsIn(lang).related,
    cards: places.map((other) => cardOf(snapshot, other, shelf.card, badges, lang)),
    columns,
    gap: atEachWidth(shelf.gap),
    pictureSizes: sizesOf(cardRooms(PAGE_ROOMS, columns, shelf.gap), look.breakpoints),
  };
}

/** The nearest first where the range is what is related; else as the plan sorts its shelf. */
function inOrder(
  snapshot: Snapshot,
  aisle: Aisle,
  shelf: Shelf,
  { range, most }: RelatedShelf,
  words: Words,
  context: RangeContext,
  lang: Lang,
): number[] {
  if (range.source.kind === 'related')
    return [...nearestTo(snapshot, context.product!)].filter((other) => holds(words, other));
  const sorting = sortingOf({ ...shelf, range }, 'recommended', aisle, context);
  // One more, as the product itself may be among them.
  return [...windowOf(words, countOf(words), permutationOf(snapshot, sorting, lang, context), 0, most + 1)];
}
