import type {
  BreadcrumbList,
  CollectionPage,
  Graph,
  ItemList,
  Offer,
  Organization,
  Product,
  Review,
  Thing,
  WebSite,
} from 'schema-dts';
import {
  eachFixture,
  plainText,
  shelfModelOf,
  type LinkModel,
  type PageModel,
  type ProductModel,
  type ShopModel,
} from '@fond/core';

/** Widths in which pictures are named to others. */
const PICTURE_WIDTH = 960;

/** What is told, made of what the page shows: nothing stands here that a shopper can't see there. */
export function structuredData(model: ShopModel, origin: string): Graph {
  const root = `${origin}/shop`;
  const at = (href: string): string => (href === '/' ? root : root + href);
  const { frame } = model;
  const shop: Organization = {
    '@type': 'Organization',
    '@id': `${root}#shop`,
    name: frame.title,
    url: root,
    ...(frame.logo && { logo: pictureOf(origin, frame.logo) }),
  };
  const site: WebSite = {
    '@type': 'WebSite',
    '@id': `${root}#site`,
    name: frame.title,
    url: root,
    inLanguage: frame.languages.map(({ lang }) => lang),
    publisher: { '@id': `${root}#shop` },
    potentialAction: {
      '@type': 'SearchAction',
      target: { '@type': 'EntryPoint', urlTemplate: `${root}/search?q={search_term_string}` },
      // How searches are filled in is said in words that the vocabulary's types leave out.
      ...({ 'query-input': 'required name=search_term_string' } as object),
    },
  };
  const things: Thing[] = [shop, site];
  if (model.kind === 'listing') things.push(...listingThings(model, origin, at));
  if (model.kind === 'product') things.push(...productThings(model, origin, at));
  return { '@context': 'https://schema.org', '@graph': things };
}

const pictureOf = (origin: string, hash: string): string => `${origin}/pictures/${hash}-${PICTURE_WIDTH}.jpg`;

const trailOf = (links: readonly LinkModel[], at: (href: string) => string): BreadcrumbList => ({
  '@type': 'BreadcrumbList',
  itemListElement: links.map(({ title, href }, place) => ({
    '@type': 'ListItem',
    position: place + 1,
    name: title,
    item: at(href),
  })),
});

function listingThings(page: PageModel, origin: string, at: (href: string) => string): Thing[] {
  const { frame, aisle } = page;
  const shelf = shelfModelOf(page);
  const list: ItemList | undefined = shelf && {
    '@type': 'ItemList',
    numberOfItems: shelf.total,
    itemListElement: shelf.cards.map(({ title, href, images }, place) => ({
      '@type': 'ListItem',
      position: shelf.from + place,
      name: title,
      url: at(href),
      ...(images.length && { image: pictureOf(origin, images[0].hash) }),
    })),
  };
  const collection: CollectionPage = {
    '@type': 'CollectionPage',
    name: aisle.title,
    url: at(page.href),
    inLanguage: frame.lang,
    ...(frame.meta.description && { description: frame.meta.description }),
    isPartOf: { '@id': `${at('/')}#site` },
    ...(list && { mainEntity: list }),
  };
  const trail = [...eachFixture(page.fixtures)].find((fixture) => fixture.type === 'breadcrumb');
  return trail?.type === 'breadcrumb' ? [collection, trailOf(trail.trail, at)] : [collection];
}

const AVAILABILITY = {
  in: 'https://schema.org/InStock',
  low: 'https://schema.org/LimitedAvailability',
  out: 'https://schema.org/OutOfStock',
} as const;

function productThings(model: ProductModel, origin: string, at: (href: string) => string): Thing[] {
  const { title, sku, href, images, description, price, stock, rating, reviews, trail } = model;
  const offer: Offer | null = price && {
    '@type': 'Offer',
    price: price.amount,
    priceCurrency: price.currency,
    availability: AVAILABILITY[stock.state],
    url: at(href),
    seller: { '@id': `${at('/')}#shop` },
  };
  const product: Product = {
    '@type': 'Product',
    name: title,
    sku,
    url: at(href),
    image: images.map(({ hash }) => pictureOf(origin, hash)),
    ...(description && { description: plainText(description) }),
    ...(offer && { offers: offer }),
    ...(rating && {
      aggregateRating: {
        '@type': 'AggregateRating',
        ratingValue: Math.round(rating.rating * 10) / 10,
        ratingCount: rating.ratings,
        bestRating: 5,
      },
    }),
    ...(reviews?.shown.length && {
      review: reviews.shown.map(({ stars, title: name, text, by, written }): Review => ({
        '@type': 'Review',
        author: { '@type': 'Person', name: by },
        datePublished: written.slice(0, 10),
        reviewRating: { '@type': 'Rating', ratingValue: stars, bestRating: 5 },
        ...(name && { name }),
        reviewBody: text,
      })),
    }),
  };
  return [product, trailOf(trail, at)];
}

/** As it stands in a page: nothing of it can end the element that holds it. */
export const structuredScript = (data: Graph): string =>
  `<script type="application/ld+json">${JSON.stringify(data).replaceAll('<', '\\u003c')}</script>`;
