import { attributeText, badgesOf, plainText, shorten, stockWord } from '../card/card';
import { moneyOf } from '../card/money';
import { textIn } from '../catalogue/rows';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { productPath } from './address';
import type { MissingModel, ProductModel } from './pageModel';
import { hrefOf, linkTo, plainState, shopFrameOf, trailOf } from './shopFrame';

/** The page of one product; null where no product has this slug. */
export function composeProduct(
  snapshot: Snapshot,
  edition: number,
  slug: string,
  asked: string | undefined,
  now: number,
): ProductModel | null {
  const p = snapshot.bySlug.get(slug);
  if (p === undefined) return null;
  const { languages } = snapshot.frame;
  const lang = languageOf(snapshot, asked);
  const title = textIn(snapshot.titles[p], lang, languages);
  const description = textIn(snapshot.descriptions[p], lang, languages);
  const category = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[p]}`) ?? null;
  const path = productPath(slug);
  const price = snapshot.price.numbers[p];
  const was = snapshot.was[p];
  const rating = snapshot.rating.numbers[p];
  const attributes: ProductModel['attributes'][number][] = [];
  for (const { row } of snapshot.attributes.values()) {
    const text = attributeText(snapshot, p, row.key, lang);
    if (text) attributes.push({ key: row.key, label: textIn(row.labels, lang, languages) || row.key, text });
  }
  const tags = snapshot.facets.get('tag') as ValueColumn;
  return {
    kind: 'product',
    frame: shopFrameOf(snapshot, {
      lang,
      edition,
      current: category,
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
    badges: badgesOf(snapshot, p, now, lang),
    images: snapshot.images[p].flatMap(({ hash, width, height }) => (hash ? [{ hash, width, height }] : [])),
    rating: Number.isNaN(rating) ? null : { rating, ratings: snapshot.ratings[p] },
    stock: stockWord(snapshot.stock[p], lang),
    attributes,
    trail: category
      ? trailOf(snapshot, category, lang)
      : [linkTo(snapshot, snapshot.aisles.byPath.get('/')!, lang)],
    tags: Array.from(tags.codes.subarray(tags.offsets[p], tags.offsets[p + 1]), (code) =>
      linkTo(snapshot, snapshot.aisles.byPath.get(`/tags/${tags.values[code].value}`)!, lang),
    ),
  };
}

/** The page behind an address that leads nowhere; it still has the shop around it. */
export function composeMissing(snapshot: Snapshot, edition: number, asked: string | undefined): MissingModel {
  const lang = languageOf(snapshot, asked);
  return {
    kind: 'missing',
    frame: shopFrameOf(snapshot, {
      lang,
      edition,
      current: null,
      state: plainState('/', lang),
      title: '',
      description: '',
      canonical: null,
    }),
  };
}
