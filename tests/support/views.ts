import type supertest from 'supertest';
import type { CardEvent, View } from '@fond/core';

/** What a browser calls itself that is no robot. */
export const BROWSER = 'Mozilla/5.0 (X11; Linux x86_64) Gecko/20100101 Firefox/140.0';

/** A listing as a browser finds it. */
export interface ShownPage {
  key: string;
  plan: string;
  edition: number;
  shelf: string;
  /** Prices in cents. */
  cards: readonly { sku: string; price: number }[];
}

export async function shownAt(guest: ReturnType<typeof supertest>, address: string): Promise<ShownPage> {
  const { body } = await guest.get('/api/shop/page').query({ address }).expect(200);
  const shelf = body.fixtures.find(({ type }: { type: string }) => type === 'shelf');
  return {
    key: body.aisle.key,
    plan: body.plan.id,
    edition: body.frame.edition,
    shelf: shelf.id,
    cards: shelf.cards.map(({ sku, price }: { sku: string; price: { amount: number } | null }) => ({
      ...{ sku, price: Math.round((price?.amount ?? 0) * 100) },
    })),
  };
}

/** A look at a page, on a wide screen and with nothing chosen unless something else is said. */
export const viewOf = (
  { key, plan, edition }: ShownPage,
  cards: readonly CardEvent[],
  change: Partial<View> = {},
): View => ({
  at: { aisle: key, plan, edition, lang: 'en', width: 'wide', narrowed: false },
  asked: { facets: [], order: null, query: null, found: 40 },
  opens: true,
  cards,
  ...change,
});
