import { starsOf } from '../card/card';
import type { Snapshot } from '../catalogue/snapshot';
import type { Edition } from '../plan/plan';
import { productPath, reviewsPath } from '../address/address';
import { hrefOf } from '../address/link';
import { textIn } from '../text/texts';
import { wordsIn } from '../words/words';
import { MAX_REVIEW_TEXT, MAX_REVIEW_TITLE } from '../review/wish';
import { plainFrame } from './composePlain';
import { productPageOf, reviewsModel, type KeptReviews } from './composeProduct';
import type { ReviewsPageModel } from './pageModel';

/** Reviews on one page of those of a product. */
export const REVIEWS_TOGETHER = 20;

/** The page of a product's reviews; null where no product has this slug, or its plan shows none of them. */
export function composeReviews(
  snapshot: Snapshot,
  edition: Edition,
  slug: string,
  asked: string | undefined,
  said: Pick<ReviewsPageModel, 'page' | 'shopper' | 'own' | 'fault'> & { kept: KeptReviews | null },
  zone: string,
): ReviewsPageModel | null {
  const p = snapshot.bySlug.get(slug);
  if (p === undefined || !productPageOf(snapshot, edition, p).reviews) return null;
  const { kept, ...own } = said;
  const titleIn = (lang: string): string => textIn(snapshot.titles[p], lang, snapshot.frame.languages);
  const frame = plainFrame(snapshot, edition, asked, reviewsPath(slug), (lang) =>
    wordsIn(lang).reviewsOf(titleIn(lang)),
  );
  const { lang } = frame;
  const image = snapshot.images[p].find(({ hash }) => hash !== null);
  return {
    kind: 'reviews',
    frame,
    product: {
      title: titleIn(lang),
      href: hrefOf(snapshot, productPath(slug), lang),
      image: image?.hash ? { hash: image.hash, width: image.width, height: image.height } : null,
      rating: starsOf(snapshot, p, lang),
    },
    reviews: reviewsModel(snapshot, slug, kept, lang, zone),
    pages: Math.max(1, Math.ceil((kept?.total ?? 0) / REVIEWS_TOGETHER)),
    most: { title: MAX_REVIEW_TITLE, text: MAX_REVIEW_TEXT },
    ...own,
  };
}
