// Made from the operations by scripts/routes.ts; not written by hand.

/** What the shop's pages call, by method and address. */
export const SHOP_ROUTES = {
  page: ['get', '/api/shop/page'],
  facetValues: ['get', '/api/shop/facet'],
  recent: ['get', '/api/shop/recent'],
  suggestions: ['get', '/api/shop/suggestions'],
  cart: ['get', '/api/shop/cart'],
  addToCart: ['post', '/api/shop/cart'],
  setInCart: ['put', '/api/shop/cart/{sku}'],
  setWish: ['put', '/api/shop/wishes/{sku}'],
} as const;

/** Where a page tells what was seen on it; by itself, as it comes with a part of the script that is fetched later. */
export const COUNT_VIEWS = '/api/shop/views';
