import { badgesFor, type BadgeSet } from '../badge/badges';
import { cardOf } from '../card/card';
import { plainText, shorten } from '../text/plainText';
import { drawCard } from '../card/drawn';
import type { Aisle } from '../catalogue/aisles';
import { textIn, type Lang } from '../text/texts';
import { countOf, holds, type Bitset } from '../catalogue/sets';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import { cardGaps, cardRooms, PAGE_ROOMS, sizesOf } from '../layout/room';
import { USUAL_LOOK } from '../look/look';
import { permutationOf, windowOf } from '../order/order';
import type { Edition, Plan, RelatedShelf, Shelf } from '../plan/plan';
import { choosePlan } from '../plan/reach';
import { runRange } from '../range/range';
import { nearestTo } from '../range/related';
import type { RangeContext } from '../clause/rule';
import { productPath } from '../address/address';
import { sortingOf } from './shelfModel';
import type { ProductModel, RelatedModel } from './pageModel';
import { productFacts } from './productFacts';
import { wordsIn } from '../words/words';
import { shopFrameOf, trailOf } from './shopFrame';
import { hrefOf, linkTo, plainState } from '../address/link';

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
  const lang = languageOf(snapshot, asked);
  const category = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[p]}`) ?? null;
  const path = productPath(slug);
  const aisle = category ?? snapshot.aisles.byKey.get('front')!;
  const plan = choosePlan(edition.plans, aisle).winner?.plan ?? null;
  const context: RangeContext = { now, ranges: edition.ranges, zone };
  const badges = plan && badgesFor(snapshot, plan.badges, context);
  const facts = productFacts(snapshot, p, badges, lang);
  const words = searchWordsOf(snapshot, p, lang);
  return {
    ...facts,
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
      title: words.title || facts.title,
      description:
        words.description ||
        shorten(plainText(facts.description), 155) ||
        [facts.title, category && textIn(category.titles, lang, snapshot.frame.languages), facts.price?.text]
          .filter(Boolean)
          .join(' · '),
      kind: 'product',
      image: facts.images.at(0) ?? null,
      canonical: hrefOf(snapshot, path, lang),
    }),
    trail: category
      ? trailOf(snapshot, category, lang)
      : [linkTo(snapshot, snapshot.aisles.byKey.get('front')!, lang)],
  };
}

/**
 * What search engines are told of a product in place of its name and description; empty where nothing is said. A language
 * without words of its own has none: those of another one would stand beside a name in this one.
 */
function searchWordsOf(snapshot: Snapshot, p: number, lang: Lang): { title: string; description: string } {
  const { titles = {}, descriptions = {} } = snapshot.frame.searchWords?.get(snapshot.ids[p]) ?? {};
  return {
    title: Object.hasOwn(titles, lang) ? titles[lang] : '',
    description: Object.hasOwn(descriptions, lang) ? descriptions[lang] : '',
  };
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
  const { bits } = runRange(snapshot, aisle, related.range, context);
  const places = inOrder(snapshot, aisle, shelf, related, bits, context, lang)
    .filter((other) => other !== p)
    .slice(0, related.most);
  if (!places.length) return null;
  const columns = { wide: 4, medium: 2, narrow: 2 };
  return {
    heading: related.heading[lang] || wordsIn(lang).related,
    cards: places.map((other) => cardOf(snapshot, other, shelf.card, badges, lang)),
    columns,
    gap: cardGaps(PAGE_ROOMS, columns, shelf.gap),
    drawn: drawCard(shelf, { colours: look.colours, lang, frame: snapshot.frame }),
    pictureSizes: sizesOf(cardRooms(PAGE_ROOMS, columns, shelf.gap), look.breakpoints),
  };
}

/** The nearest first where the range is what is related; else as the plan sorts its shelf. */
function inOrder(
  snapshot: Snapshot,
  aisle: Aisle,
  shelf: Shelf,
  { range, most }: RelatedShelf,
  bits: Bitset,
  context: RangeContext,
  lang: Lang,
): number[] {
  if (range.source.kind === 'related')
    return [...nearestTo(snapshot, context.product!)].filter((other) => holds(bits, other));
  const sorting = sortingOf({ ...shelf, range }, 'recommended', aisle, context);
  // One more, as the product itself may be among them.
  return [...windowOf(bits, countOf(bits), permutationOf(snapshot, sorting, lang, context), 0, most + 1)];
}
