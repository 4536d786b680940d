import type { PictureSubject } from '../pictures/draw';
import { Random } from '../../random';
import { KINDS, type KindSpec } from './kinds';
import {
  BARE_COLOURS,
  COLLECTIONS,
  COLOURS,
  FINISHES,
  MAKERS,
  MATERIALS,
  SERIES,
  TAGS,
  type Pair,
} from './vocabulary';

/** A row of the demo's product file, by column name. */
export type DemoRow = Record<string, string>;

export interface DemoProduct {
  row: DemoRow;
  picture: PictureSubject;
}

const DAY = 86_400_000;
const SEED = 20_260_131;

/** Materials that are bought by colour. */
const COLOURED = [
  'enamelled iron',
  'enamelled steel',
  'stoneware',
  'porcelain',
  'silicone',
  'linen',
  'cotton',
];

const DEAR: Readonly<Record<string, number>> = {
  copper: 2.3,
  'enamelled iron': 1.5,
  'cast iron': 1.2,
  brass: 1.4,
  walnut: 1.4,
  'olive wood': 1.3,
  porcelain: 1.15,
  linen: 1.4,
  'stainless steel': 1.25,
};

const FINISH_OF: Readonly<Record<string, readonly (keyof typeof FINISHES)[]>> = {
  'stainless steel': ['brushed', 'polished'],
  'carbon steel': ['pre-seasoned', 'matt'],
  'cast iron': ['pre-seasoned', 'matt'],
  copper: ['polished', 'brushed'],
  brass: ['polished'],
  aluminium: ['matt', 'brushed'],
  stoneware: ['glazed', 'matt'],
  porcelain: ['glazed'],
  beech: ['oiled'],
  walnut: ['oiled'],
  'olive wood': ['oiled'],
  linen: ['woven'],
  cotton: ['woven'],
};

interface Made {
  spec: KindSpec;
  series: string;
  maker: string;
  material: string;
  colour: string | null;
  size: number | null;
  trim: string;
  finish: string | null;
  place: number;
}

/** The demo's products: the same for the same `now` (milliseconds), from which their ages count. */
export function demoProducts(now: number): DemoProduct[] {
  const random = new Random(SEED);
  const products: DemoProduct[] = [];
  const names = new Set<string>();
  for (const spec of KINDS)
    for (let place = 0; place < spec.count; place++) {
      let made = make(spec, place, random);
      for (let again = 0; names.has(titleOf(made).en) && again < 40; again++)
        made = make(spec, place, random);
      names.add(titleOf(made).en);
      products.push(productOf(made, products.length + 1, now, random));
    }
  return withFaults(products);
}

function make(spec: KindSpec, place: number, random: Random): Made {
  const material = spec.materials[(place + random.whole(0, 1)) % spec.materials.length];
  const colours = Object.keys(COLOURS);
  const finishes = FINISH_OF[material];
  return {
    spec,
    place,
    series: random.pick(SERIES),
    maker: random.pick(spec.makers),
    material,
    colour: COLOURED.includes(material) ? random.pick(colours) : null,
    size: spec.sizes ? random.pick(spec.sizes.values) : null,
    trim: random.pick(spec.trims),
    finish: finishes ? random.pick(finishes) : null,
  };
}

const number = (value: number, lang: 'en' | 'fr'): string =>
  lang === 'fr' ? String(value).replace('.', ',') : String(value);

function sizeText({ spec, size }: Made, lang: 'en' | 'fr'): string {
  if (size === null || !spec.sizes) return '';
  return `, ${number(size, lang)}\u00a0${spec.sizes.measure === 'diameter' ? 'cm' : 'l'}`;
}

/** “Harrow frying pan in carbon steel, 28 cm”; what has a colour is called by it. */
function titleOf(made: Made): Pair {
  const { spec, series, material, colour } = made;
  const look: Pair = colour
    ? { en: `, ${COLOURS[colour].en}`, fr: `, ${COLOURS[colour].fr}` }
    : { en: ` in ${MATERIALS[material].en}`, fr: ` en ${MATERIALS[material].fr}` };
  const noun = spec.noun.fr.charAt(0).toUpperCase() + spec.noun.fr.slice(1);
  return {
    en: `${series} ${spec.noun.en}${look.en}${sizeText(made, 'en')}`,
    fr: `${noun} ${series}${look.fr}${sizeText(made, 'fr')}`,
  };
}

function descriptionOf({ spec, maker, material, trim }: Made, random: Random): Pair {
  const country = MAKERS[maker];
  const opening = random.pick([
    {
      en: `${maker} makes this ${spec.noun.en} from ${MATERIALS[material].en} and does it no other way.`,
      fr: `${maker} fabrique ce modèle en ${MATERIALS[material].fr}, et pas autrement.`,
    },
    {
      en: `A plain ${spec.noun.en} in ${MATERIALS[material].en}, well balanced and easy to keep clean.`,
      fr: `Un modèle sobre en ${MATERIALS[material].fr}, bien équilibré et facile à entretenir.`,
    },
    {
      en: `Made in small runs (${country}), with walls a little thicker than they have to be.`,
      fr: `Fabriqué en petites séries (${country}), un peu plus épais que nécessaire.`,
    },
  ]);
  const closing = random.pick([
    { en: 'It gets better with use.', fr: 'Il se bonifie à l’usage.' },
    {
      en: 'Rinse, dry, put it back: that is all the care it wants.',
      fr: 'Rincer, sécher, ranger : il n’en demande pas plus.',
    },
    { en: 'Spare parts are kept for twenty years.', fr: 'Pièces détachées garanties vingt ans.' },
    { en: 'Sits well in the hand and does not wobble.', fr: 'Tient bien en main et ne vacille pas.' },
  ]);
  const wooden = trim.startsWith('#') ? null : MATERIALS[trim];
  const detail: Pair = wooden
    ? {
        en: `<ul><li>Fittings in ${wooden.en}</li><li>${maker}, ${country}</li></ul>`,
        fr: `<ul><li>Finitions en ${wooden.fr}</li><li>${maker}, ${country}</li></ul>`,
      }
    : { en: '', fr: '' };
  return {
    en: `<p>${opening.en} ${closing.en}</p>${detail.en}`,
    fr: `<p>${opening.fr} ${closing.fr}</p>${detail.fr}`,
  };
}

function priceOf({ spec, material, size }: Made, random: Random): number {
  const values = spec.sizes?.values ?? [];
  const step = size === null ? 0 : values.indexOf(size) / Math.max(1, values.length - 1);
  const euro = spec.base * (DEAR[material] ?? 1) * (1 + step * 0.9) * (0.92 + random.next() * 0.2);
  const ending = random.pick([0, 0.5, 0.9, 0.95]);
  return Math.max(3, Math.floor(euro)) + ending;
}

function hobsOf({ spec, material }: Made): string[] {
  if (!spec.hob) return [];
  const all = ['gas', 'electric', 'ceramic'];
  return ['copper', 'aluminium'].includes(material) ? all : [...all, 'induction'];
}

function productOf(made: Made, at: number, now: number, random: Random): DemoProduct {
  const { spec, maker, material, colour, size, trim, finish } = made;
  const title = titleOf(made);
  const description = descriptionOf(made, random);
  const price = priceOf(made, random);
  const reduced = random.chance(0.17);
  const ratings = random.chance(0.86) ? random.whole(1, 240) : 0;
  const age = Math.floor(Math.pow(random.next(), 1.4) * 700);
  const hobs = hobsOf(made);
  const tags = tagsOf(made, hobs, random);
  const stock = random.chance(0.07) ? 0 : random.chance(0.15) ? random.whole(1, 5) : random.whole(6, 140);
  const hex = colour ? COLOURS[colour].hex : (BARE_COLOURS[material] ?? '#b9b2a6');
  const largest = spec.sizes?.values[spec.sizes.values.length - 1];
  const sku = `PK-${String(1000 + at)}`;
  const row: DemoRow = {
    sku,
    title: title.en,
    'title@fr': title.fr,
    category: spec.category,
    price: price.toFixed(2),
    was: reduced ? (Math.ceil(price * (1.12 + random.next() * 0.3)) - 0.1).toFixed(2) : '',
    currency: 'EUR',
    created: new Date(now - age * DAY).toISOString().slice(0, 10),
    stock: String(stock),
    featured: random.chance(0.09) ? 'yes' : 'no',
    rating: ratings ? (3.1 + random.next() * 1.9).toFixed(1) : '',
    ratings: String(ratings),
    sold: String(Math.floor(random.next() * random.next() * 900)),
    description: description.en,
    'description@fr': description.fr,
    image: `${sku}-1.svg|${sku}-2.svg`,
    tags: tags.join('|'),
    collections: collectionsOf(made, price, reduced, random).join('|'),
    Maker: maker,
    Material: material,
    Finish: finish ?? '',
    Colour: colour ?? '',
    Diameter: spec.sizes?.measure === 'diameter' ? String(size) : '',
    Capacity: spec.sizes?.measure === 'capacity' ? String(size) : '',
    'Hob types': hobs.join('|'),
    'Oven-safe':
      spec.hob || spec.oven ? (spec.oven && !['beech', 'walnut'].includes(trim) ? 'yes' : 'no') : '',
    'Dishwasher-safe': dishwasherSafe(made),
    'Made in': MAKERS[maker],
  };
  return {
    row,
    picture: {
      kind: spec.kind,
      material,
      colour: hex,
      trim,
      scale: size === null || !largest ? 0.94 + random.next() * 0.1 : 0.84 + 0.26 * (size / largest),
    },
  };
}

function dishwasherSafe({ material, trim }: Made): string {
  if (['linen', 'cotton'].includes(material)) return '';
  const delicate = ['cast iron', 'carbon steel', 'copper', 'beech', 'walnut', 'olive wood', 'brass'];
  return delicate.includes(material) || ['beech', 'walnut'].includes(trim) ? 'no' : 'yes';
}

function tagsOf(made: Made, hobs: readonly string[], random: Random): string[] {
  const { spec, material, size } = made;
  const titles = new Map(TAGS.map((tag) => [tag.slug, tag.en]));
  const tags = new Set<string>();
  const give = (slug: string, share: number): void => {
    if (random.chance(share)) tags.add(titles.get(slug)!);
  };
  if (hobs.includes('induction')) give('ready-for-induction', 1);
  if (spec.oven) give('into-the-oven', 0.8);
  if (dishwasherSafe(made) === 'yes') give('into-the-dishwasher', 0.85);
  if (['cast iron', 'enamelled iron', 'copper'].includes(material)) give('keeps-heat', 0.6);
  if (['cast iron', 'carbon steel'].includes(material)) give('needs-seasoning', 0.7);
  if (['aluminium', 'carbon steel', 'silicone'].includes(material)) give('light-to-lift', 0.5);
  if (['stoneware', 'linen', 'beech', 'walnut', 'olive wood'].includes(material)) give('handmade', 0.5);
  if (spec.sizes && size === spec.sizes.values[0]) give('for-two', 0.6);
  if (spec.sizes && size === spec.sizes.values[spec.sizes.values.length - 1]) give('for-a-crowd', 0.7);
  if (['bowl', 'plate', 'mug', 'tumbler', 'canister'].includes(spec.kind)) give('stacks', 0.5);
  for (const [slug, share] of [
    ['made-to-last', 0.25],
    ['for-small-kitchens', 0.14],
    ['gift-idea', 0.2],
    ['staff-pick', 0.08],
    ['plastic-free', 0.3],
    ['recycled', 0.1],
    ['back-on-the-shelf', 0.05],
    ['last-pieces', 0.04],
  ] as const)
    give(slug, share);
  if (spec.kind.endsWith('knife') || spec.kind === 'spatula') give('left-handed', 0.2);
  return [...tags];
}

function collectionsOf({ spec, material }: Made, price: number, reduced: boolean, random: Random): string[] {
  const titles = new Map(COLLECTIONS.map((collection) => [collection.slug, collection.en]));
  const chosen: string[] = [];
  const put = (slug: string, when: boolean): void => {
    if (when) chosen.push(titles.get(slug)!);
  };
  const root = spec.category.split(' > ')[0];
  put('first-kitchen', ['Cookware', 'Knives and boards', 'Tools'].includes(root) && random.chance(0.18));
  put('sunday-baking', root === 'Baking' && random.chance(0.6));
  put('the-copper-shelf', material === 'copper');
  put('wedding-list', price > 70 && random.chance(0.4));
  put('slow-suppers', ['casserole', 'stockpot'].includes(spec.kind));
  put(
    'breakfast-table',
    ['mug', 'teapot', 'French press', 'moka pot', 'plate', 'bread knife'].includes(spec.kind) &&
      random.chance(0.5),
  );
  put('under-20', price < 20 && random.chance(0.6));
  put('winter-sale', reduced);
  return chosen;
}

/** What real catalogues have: gaps, doubles, leftovers. Each is here so that a check has something to find. */
function withFaults(products: DemoProduct[]): DemoProduct[] {
  const change = (at: number, row: DemoRow): void => void Object.assign(products[at].row, row);
  for (const at of [11, 63, 118, 171, 224, 260]) change(at, { image: '' });
  // Pictures of another shape than all others.
  for (const [kind, cut] of [
    ['rolling pin', 'wide'],
    ['canister', 'tall'],
  ] as const) {
    const one = products.find(({ picture }) => picture.kind === kind)!;
    one.picture = { ...one.picture, cut };
  }
  for (const at of [5, 29, 77, 140, 199]) change(at, { Material: '', Finish: '' });
  for (const at of [8, 41]) change(at, { Diameter: '' });
  for (const at of [90, 131, 230]) change(at, { description: '', 'description@fr': '' });
  for (const at of [52, 158, 247]) change(at, { 'title@fr': '', 'description@fr': '' });
  change(16, { price: '', was: '' });
  // In several categories: the main one first.
  for (const at of [19, 20, 96]) change(at, { category: `${products[at].row['category']}|Table` });
  for (const at of [70, 72])
    change(at, { category: `${products[at].row['category']}|Kettles and coffee > Teapots` });
  change(150, { category: 'Kettles and coffee|Storage|Kettles and coffee > Coffee makers' });
  // In no aisle at all.
  change(288, { category: '', tags: '', collections: '' });
  // Long enough to try a card.
  change(33, {
    title:
      'Halden wide sauté pan in hammered copper with two brass ears, a fitted lid, and a rim that pours without a drip, 28 cm',
  });
  return products;
}
