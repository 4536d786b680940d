/** What a shopper has to say of a product. */
export interface ReviewWish {
  /** 1 to 5. */
  stars: number;
  /** Empty for none. */
  title: string;
  text: string;
}

/** What a shopper has said, and whether others see it. */
export interface OwnReview extends ReviewWish {
  state: 'waiting' | 'standing' | 'down';
}

export type ReviewFault = 'stars' | 'text' | 'links';

export const MAX_REVIEW_TITLE = 120;
export const MAX_REVIEW_TEXT = 4_000;
const LEAST_REVIEW_TEXT = 10;

/**
 * What a shopper has written, cleaned: plain text without control characters and invisible turns of direction, blanks and
 * empty lines drawn together, cut at the greatest length. Nothing in it is ever read as HTML.
 *
 * @param fields As a form sent them, whatever they are.
 */
export function readReview(fields: Readonly<Record<string, unknown>>): ReviewWish {
  const stars = typeof fields['stars'] === 'string' ? Number(fields['stars']) : NaN;
  return {
    stars: Number.isInteger(stars) && stars >= 1 && stars <= 5 ? stars : 0,
    title: clean(fields['title']).replace(/\s+/g, ' ').slice(0, MAX_REVIEW_TITLE).trim(),
    text: clean(fields['text']).slice(0, MAX_REVIEW_TEXT).trim(),
  };
}

/** Why it can't be kept; null where it can. */
export function reviewFault({ stars, title, text }: ReviewWish): ReviewFault | null {
  if (!stars) return 'stars';
  if (text.length < LEAST_REVIEW_TEXT) return 'text';
  return /\b(https?:\/\/|www\.)\S/i.test(`${title} ${text}`) ? 'links' : null;
}

const clean = (text: unknown): string =>
  (typeof text === 'string' ? text : '')
    .replace(/\r\n?/g, '\n')
    // Controls but for line breaks and tabs, and what turns the direction of all that follows.
    .replace(/[\p{Cc}\u202a-\u202e\u2066-\u2069]/gu, (sign) => (sign === '\n' || sign === '\t' ? sign : ''))
    .replace(/[^\S\n]+/g, ' ')
    .replace(/ *\n */g, '\n')
    .replace(/\n{3,}/g, '\n\n');
