import { badgesFor } from '../badge/badges';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import { USUAL_LOOK } from '../look/look';
import { usual } from '../plan/housePlan';
import type { Aisle } from '../catalogue/aisles';
import { shelfOf, type Edition, type Plan } from '../plan/plan';
import { USUAL_PRODUCT_PAGE, type GallerySettings, type ProductPage } from '../plan/productPage';
import { choosePlan } from '../plan/reach';
import type { RangeContext, RangeRule } from '../clause/rule';
import { productPath, reviewsPath } from '../address/address';
import { dateIn } from '../text/days';
import type { Lang } from '../text/texts';
import { atEachWidth } from '../width/widths';
import { promotionModel, type FrameContext } from './frameModels';
import type { GalleryModel, ProductModel, PromotionModel, ReviewModel, ReviewsModel } from './pageModel';
import { standInsOf } from './standIns';
import { productFacts } from './productFacts';
import { searchWordsOf } from './searchWords';
import { wordsIn } from '../words/words';
import { shopFrameOf, trailOf } from './shopFrame';
import { hrefOf, linkTo, plainState } from '../address/link';

const NO_REVIEWS: KeptReviews = { total: 0, shown: [] };

/**
 * The page of one product; null where no product has this slug.
 *
 * @param reviews Those that stand, the latest first; null where they can't be read for the moment.
 */
export function composeProduct(
  snapshot: Snapshot,
  edition: Edition,
  slug: string,
  asked: string | undefined,
  now: number,
  zone = 'UTC',
  reviews: KeptReviews | null = NO_REVIEWS,
  standIns = false,
): ProductModel | null {
  const p = snapshot.bySlug.get(slug);
  if (p === undefined) return null;
  const lang = languageOf(snapshot, asked);
  const category = mainAisle(snapshot, p);
  // Nobody is led to where they can't go.
  let open = category;
  while (open?.closed) open = open.parent;
  const path = productPath(slug);
  const aisle = category ?? snapshot.aisles.byKey.get('front')!;
  const plan = planOfProduct(snapshot, edition, p);
  const recent = standIns ? standInsOf(snapshot) : undefined;
  const context: RangeContext = { now, ranges: edition.ranges, blends: edition.blends, zone, recent };
  const badges = plan && badgesFor(snapshot, plan.badges, context);
  const facts = productFacts(snapshot, p, badges, lang);
  const words = searchWordsOf(snapshot, plan, p, lang);
  const page = productPageOf(snapshot, edition, p);
  return {
    ...facts,
    kind: 'product',
    aisle: aisle.key,
    plan: plan && { id: plan.id, name: plan.name },
    gallery: galleryModel(page.gallery),
    shelves:
      plan && badges
        ? shelfModels({ snapshot, aisle, plan, lang, context: { ...context, product: p }, badges })
        : [],
    reviews: page.reviews ? reviewsModel(snapshot, slug, reviews, lang, zone) : null,
    frame: shopFrameOf(snapshot, {
      lang,
      edition,
      current: open,
      look: plan?.look ?? USUAL_LOOK,
      badges: plan?.badges ?? null,
      styled: plan,
      state: plainState(path, lang),
      title: words.title,
      description: words.description,
      kind: 'product',
      image: facts.images.at(0) ?? null,
      canonical: hrefOf(snapshot, path, lang),
    }),
    trail: open
      ? trailOf(snapshot, open, lang)
      : [linkTo(snapshot, snapshot.aisles.byKey.get('front')!, lang)],
  };
}

/** The aisle of a product's main category; null where it is in none. */
const mainAisle = ({ aisles, mainCategory }: Snapshot, p: number): Aisle | null =>
  aisles.byKey.get(`category:${mainCategory[p]}`) ?? null;

/** How the page of a product is made; as usual where no plan serves it. */
export const productPageOf = (snapshot: Snapshot, edition: Edition, p: number): ProductPage =>
  planOfProduct(snapshot, edition, p)?.productPage ?? USUAL_PRODUCT_PAGE;

const plansKept = new WeakMap<Edition, Map<string, Plan | null>>();

/** The plan that makes a product's page: that of its main category, of the front for a product in none. */
export function planOfProduct(snapshot: Snapshot, edition: Edition, p: number): Plan | null {
  const aisle = mainAisle(snapshot, p) ?? snapshot.aisles.byKey.get('front')!;
  let plans = plansKept.get(edition);
  if (!plans) plansKept.set(edition, (plans = new Map()));
  // The aisle's ancestors decide as well, and a category may move without a new edition.
  const line: string[] = [];
  for (let at: Aisle | null = aisle; at; at = at.parent) line.push(at.key);
  const key = line.join(' ');
  let plan = plans.get(key);
  if (plan === undefined) plans.set(key, (plan = choosePlan(edition.plans, aisle).winner?.plan ?? null));
  return plan;
}

/** The shelves below a product, those that have something to show. */
function shelfModels(frame: FrameContext): PromotionModel[] {
  const { plan, lang } = frame;
  const own = shelfOf(plan);
  return plan.productPage.shelves.flatMap((shelf) => {
    const model = promotionModel(frame, { ...usual(shelf.id), ...shelf, type: 'promotion' }, own);
    return model ? [{ ...model, heading: model.heading || headingOf(shelf.range, lang) }] : [];
  });
}

/** The shop's own words over a shelf that has none. */
function headingOf({ source }: RangeRule, lang: Lang): string {
  const words = wordsIn(lang);
  if (source.kind === 'recent') return words.recent;
  return source.kind === 'linked' ? words.linked[source.as] : words.related;
}

/** How the pictures stand where no plan says it. */
const galleryModel = ({ side, thumbnails, zoom }: GallerySettings): GalleryModel => ({
  side,
  thumbnails: atEachWidth(thumbnails),
  zoom,
});

/** What shoppers say of a product, as it is kept: the latest, of how many. */
export interface KeptReviews {
  total: number;
  shown: readonly (Omit<ReviewModel, 'date' | 'written'> & { at: number })[];
}

/** @param kept Null where it can't be read for the moment. */
export function reviewsModel(
  snapshot: Snapshot,
  slug: string,
  kept: KeptReviews | null,
  lang: Lang,
  zone: string,
): ReviewsModel {
  return {
    href: hrefOf(snapshot, reviewsPath(slug), lang),
    total: kept?.total ?? 0,
    shown: (kept?.shown ?? []).map(({ at, ...review }) => ({
      ...review,
      written: new Date(at).toISOString(),
      date: dateIn(lang, zone, at),
    })),
    away: kept === null,
  };
}
