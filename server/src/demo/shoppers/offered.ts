import {
  shelfModelOf,
  type Asked,
  type Card,
  type OfferedCard,
  type OfferedShelf,
  type PageModel,
  type ViewPlace,
} from '@fond/core';

/** A page as a simulated shopper finds it; how wide their screen is, is another matter. */
export interface OfferedPage {
  at: Omit<ViewPlace, 'width'>;
  asked: Asked;
  shelf: OfferedShelf;
}

/** What a listing page offers; null where it has no shelf. */
export function offeredIn(page: PageModel): OfferedPage | null {
  const shelf = shelfModelOf(page);
  if (!shelf) return null;
  const chosen = shelf.orders.findIndex(({ selected }) => selected) > 0 ? shelf.order.key : null;
  const within = page.aisle.kind !== 'search' && page.q !== '';
  return {
    at: {
      aisle: page.aisle.key,
      plan: page.plan.id,
      edition: page.frame.edition,
      lang: page.frame.lang,
      narrowed: page.applied.length > 0 || chosen !== null || within,
    },
    asked: {
      facets: page.applied.filter(({ key }) => key !== 'q').map(({ key, value }) => `${key}=${value}`),
      order: chosen,
      query: page.q || null,
      // What was shown in place of what was typed wasn't found.
      found: shelf.answer?.sought ? 0 : shelf.total,
    },
    shelf: { shelf: shelf.id, columns: shelf.columns, cards: shelf.cards.map(offeredCard) },
  };
}

function offeredCard({ id, sku, price, was, parts, badges }: Card): OfferedCard {
  const rating = parts.find((part) => part.part === 'rating');
  return {
    sku,
    product: id,
    price: price ? Math.round(price.amount * 100) : null,
    saving: price && was && was.amount > price.amount ? 1 - price.amount / was.amount : 0,
    rating: rating?.part === 'rating' ? rating.rating : null,
    soldOut: parts.some(
      (part) => (part.part === 'cart' && part.sold) || (part.part === 'stock' && part.state === 'out'),
    ),
    badges: badges.map(({ key }) => key),
  };
}
