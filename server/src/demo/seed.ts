import { randomUUID } from 'node:crypto';
import { rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { stringify } from 'csv-stringify/sync';
import sharp from 'sharp';
import type { Logger } from 'pino';
import type { Sequelize, Transaction } from 'sequelize';
import type { Clause } from '@fond/core';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { importCatalogue } from '../catalogue/import/importCatalogue';
import { cleanHtml } from '../text/cleanHtml';
import { inUnit } from '../database/unit';
import { SettingModel } from '../database/models';
import { insertRows, runSql, select, type Cell } from '../database/rows';
import type { PictureStore } from '../picture/pictures';
import { addUser } from '../person/users';
import { SHOP as SETTINGS } from '../setting/shopSettings';
import { Random } from '../random';
import { CATEGORIES } from './catalogue/kinds';
import { demoProducts, type DemoProduct } from './catalogue/products';
import {
  COLLECTIONS,
  COLOURS,
  COUNTRIES,
  FINISHES,
  HOBS,
  MATERIALS,
  TAGS,
  type Pair,
} from './catalogue/vocabulary';
import { DEMO_SIGN_IN } from '../person/demoSignIn';
import { drawPicture } from './pictures/draw';
import { heightOf, ORIGINAL_WIDTH } from './pictures/sheet';
import { AS_FOUND } from '../catalogue/import/importRequest';

const LOGO = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32" width="480" height="480">
  <circle cx="16" cy="16" r="15" fill="#1d2b4f"/>
  <circle cx="16" cy="16" r="11.5" fill="#fbf5e4"/>
  <path d="M12.6 22.5V9.8h4a4.2 4.2 0 0 1 0 8.4h-4" fill="none" stroke="#1d2b4f" stroke-width="2.6"/>
</svg>`;

const SHOP = {
  currency: 'EUR',
  tagTitles: { en: 'Good to know', fr: 'Bon à savoir' },
  searchHints: { en: 'Pans, teapots, cast iron …', fr: 'Poêles, théières, fonte …' },
  footers: {
    en: 'An invented shop for trying out Fond Aisle. Nothing here can be bought.',
    fr: 'Une boutique inventée pour essayer Fond Aisle. Rien ne peut y être acheté.',
  },
  languages: ['en', 'fr'],
  titles: { en: 'Pellmere Kitchen Supply', fr: 'Pellmere Kitchen Supply' },
  descriptions: {
    en: '<p>Tools for people who cook most days. We sell what we would put in our own drawers, and say so when a cheaper one will do.</p>',
    fr: '<p>Des outils pour ceux qui cuisinent presque tous les jours. Nous vendons ce que nous mettrions dans nos propres tiroirs.</p>',
  },
};

interface AttributeSpec {
  key: string;
  type: string;
  unit: string | null;
  onCards: boolean;
  aisles: boolean;
  label: Pair;
  values: Readonly<Record<string, Pair & { hex?: string }>>;
}

const attribute = (
  key: string,
  type: string,
  label: Pair,
  values: AttributeSpec['values'] = {},
  rest: Partial<AttributeSpec> = {},
): AttributeSpec => ({ key, type, unit: null, onCards: true, aisles: false, label, values, ...rest });

const ATTRIBUTES: readonly AttributeSpec[] = [
  attribute('material', 'text', { en: 'Material', fr: 'Matière' }, MATERIALS),
  attribute('colour', 'colour', { en: 'Colour', fr: 'Couleur' }, COLOURS),
  attribute('diameter', 'number', { en: 'Diameter', fr: 'Diamètre' }, {}, { unit: 'cm' }),
  attribute('capacity', 'number', { en: 'Capacity', fr: 'Contenance' }, {}, { unit: 'l' }),
  attribute('hob-types', 'many', { en: 'Hob types', fr: 'Feux' }, HOBS),
  attribute('maker', 'text', { en: 'Maker', fr: 'Fabricant' }, {}, { aisles: true }),
  attribute('finish', 'text', { en: 'Finish', fr: 'Finition' }, FINISHES),
  attribute('oven-safe', 'boolean', { en: 'Oven-safe', fr: 'Passe au four' }, {}, { onCards: false }),
  attribute(
    'dishwasher-safe',
    'boolean',
    { en: 'Dishwasher-safe', fr: 'Lave-vaisselle' },
    {},
    { onCards: false },
  ),
  attribute('made-in', 'text', { en: 'Made in', fr: 'Fabriqué en' }, COUNTRIES),
];

/** Whether the demo's catalogue may be put in: nothing is there, or it was begun and not brought to its end. */
export async function takesDemo(sequelize: Sequelize): Promise<boolean> {
  if (await SettingModel.findByPk(SEEDED)) return false;
  const [{ products }] = await select<{ products: number }>(
    sequelize,
    'SELECT COUNT(*) AS products FROM products',
  );
  return products === 0 || (await SettingModel.findByPk(STARTED)) !== null;
}

const SEEDED = 'demo-seeded';
const STARTED = 'demo-started';

/**
 * Puts the demo's catalogue into an empty database: definitions, then the products through the same import as anybody's
 * file, then texts and pictures. Every step may run again, so what was killed on the way begins anew.
 */
export async function seedCatalogue(sequelize: Sequelize, pictures: PictureStore): Promise<void> {
  await SettingModel.upsert({ name: STARTED, value: true });
  await inUnit(sequelize, async (transaction) => {
    await seedDefinitions(sequelize, transaction, pictures);
    await seedGroups(sequelize, transaction);
  });
  const made = demoProducts(Date.now());
  await importProducts(sequelize, made);
  await inUnit(sequelize, async (transaction) => {
    await seedCategories(sequelize, transaction);
    await seedPictures(sequelize, transaction, pictures, made);
    await seedCategoryPictures(sequelize, transaction);
    await seedDays(sequelize, transaction);
    await noteCatalogueChange(sequelize, 'demo', transaction);
  });
  await SettingModel.upsert({ name: SEEDED, value: true });
}

/** Fills an empty database with the demo shop, and lets its owner in. */
export async function seedDemo(sequelize: Sequelize, pictures: PictureStore, log: Logger): Promise<void> {
  if (!(await takesDemo(sequelize))) return;
  log.info('Setting up the demo shop');
  await seedCatalogue(sequelize, pictures);
  const [{ users }] = await select<{ users: number }>(sequelize, 'SELECT COUNT(*) AS users FROM users');
  if (!users) await addUser('Ines Marlow', DEMO_SIGN_IN.email, DEMO_SIGN_IN.password);
}

const DAY = 86_400_000;
const DAYS = 60;

/** Sixty days of views and sales: what sells well over the year is looked at often, and weekends are busy. */
async function seedDays(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const random = new Random(77);
  const products = await select<{ id: number; sold: number }>(
    sequelize,
    'SELECT id, sold FROM products ORDER BY id',
    [],
    transaction,
  );
  const today = Math.floor(Date.now() / DAY);
  const rows: Cell[][] = [];
  for (const { id, sold } of products)
    for (let day = today - DAYS + 1; day <= today; day++) {
      const weekend = [3, 4].includes(day % 7) ? 1.6 : 1;
      const views = Math.floor(random.next() ** 2 * (6 + sold / 8) * weekend);
      if (!views) continue;
      const bought = Math.floor(views * random.next() * 0.12);
      rows.push([id, new Date(day * DAY).toISOString().slice(0, 10), bought, views]);
    }
  await insertRows(sequelize, 'product_days', ['product_id', 'day', 'sold', 'views'], rows, transaction, [
    'sold',
    'views',
  ]);
}

async function seedDefinitions(
  sequelize: Sequelize,
  transaction: Transaction,
  pictures: PictureStore,
): Promise<void> {
  const logo = await pictures.keep(await sharp(Buffer.from(LOGO)).png().toBuffer());
  await SettingModel.upsert({ name: SETTINGS, value: { ...SHOP, logo } }, { transaction });
  await insertRows(
    sequelize,
    'attributes',
    ['key', 'type', 'unit', 'on_cards', 'has_aisles', 'position'],
    ATTRIBUTES.map(({ key, type, unit, onCards, aisles }, at) => [key, type, unit, onCards, aisles, at]),
    transaction,
    ['type', 'unit', 'on_cards', 'has_aisles', 'position'],
  );
  const ids = await idsBy(sequelize, transaction, 'SELECT id, `key` AS name FROM attributes');
  await insertRows(
    sequelize,
    'attribute_texts',
    ['attribute_id', 'lang', 'label'],
    ATTRIBUTES.flatMap(({ key, label }) =>
      bothLanguages(label).map(([lang, text]) => [ids.get(key)!, lang, text]),
    ),
    transaction,
    ['label'],
  );
  await insertRows(
    sequelize,
    'attribute_values',
    ['attribute_id', 'value', 'swatch', 'labels'],
    ATTRIBUTES.flatMap(({ key, values }) =>
      Object.entries(values).map(([value, { en, fr, hex }]) => [
        ids.get(key)!,
        value,
        hex ?? null,
        JSON.stringify({ en: capital(en), fr: capital(fr) }),
      ]),
    ),
    transaction,
    ['swatch', 'labels'],
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const bothLanguages = ({ en, fr }: Pair): [keyof Pair, string][] => [
  ['en', en],
  ['fr', fr],
];

async function idsBy(
  sequelize: Sequelize,
  transaction: Transaction,
  sql: string,
): Promise<Map<string, number>> {
  const rows = await select<{ id: number; name: string }>(sequelize, sql, [], transaction);
  return new Map(rows.map(({ id, name }) => [name, id]));
}

async function importProducts(sequelize: Sequelize, products: readonly DemoProduct[]): Promise<void> {
  const file = path.join(tmpdir(), `pellmere-${process.pid}.csv`);
  await writeFile(file, demoCsv(products));
  try {
    const { report } = await importCatalogue(
      sequelize,
      {
        id: randomUUID(),
        path: file,
        name: 'pellmere.csv',
        kind: 'csv',
        ...AS_FOUND,
        dryRun: false,
        leaveOut: false,
        userId: null,
      },
      { progress: () => undefined, breathe: () => Promise.resolve() },
    );
    if (report.errorCount)
      throw new Error(`The demo’s own product file has faults: ${JSON.stringify(report.errors.slice(0, 3))}`);
  } finally {
    await rm(file, { force: true });
  }
}

/** The demo's products as the file that anybody could import. */
export const demoCsv = (products: readonly DemoProduct[]): string =>
  stringify(
    products.map(({ row }) => row),
    { header: true },
  );

/** Tags and collections with their addresses; the import then finds them by title. */
async function seedGroups(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  for (const [group, entries] of [
    ['tag', TAGS.map((tag) => ({ ...tag, about: null }))],
    ['collection', COLLECTIONS],
  ] as const) {
    await insertRows(
      sequelize,
      `${group}s`,
      ['slug'],
      entries.map(({ slug }) => [slug]),
      transaction,
      ['slug'],
    );
    if (group === 'collection') await ruleCollections(sequelize, transaction);
    const ids = await idsBy(sequelize, transaction, `SELECT id, slug AS name FROM ${group}s`);
    await insertRows(
      sequelize,
      `${group}_texts`,
      [`${group}_id`, 'lang', 'title', 'description'],
      entries.flatMap((entry) =>
        bothLanguages(entry).map(([lang, title]): Cell[] => [
          ids.get(entry.slug)!,
          lang,
          title,
          entry.about ? cleanHtml(entry.about[lang]) : '',
        ]),
      ),
      transaction,
      ['title', 'description'],
    );
  }
}

/** Two of the collections follow the catalogue by themselves. */
async function ruleCollections(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const rules: Readonly<Record<string, readonly Clause[]>> = {
    'under-20': [
      { kind: 'number', field: 'price', from: null, to: 20 },
      { kind: 'stock', states: ['in', 'low'] },
    ],
    'winter-sale': [{ kind: 'sale' }],
  };
  await insertRows(
    sequelize,
    'collections',
    ['slug', 'clauses'],
    Object.entries(rules).map(([slug, clauses]) => [slug, JSON.stringify(clauses)]),
    transaction,
    ['clauses'],
  );
}

async function seedCategories(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const rows = await select<{ id: number; parent: number | null; title: string }>(
    sequelize,
    `SELECT c.id, c.parent_id AS parent, t.title FROM categories c
      JOIN category_texts t ON t.category_id = c.id AND t.lang = 'en'`,
    [],
    transaction,
  );
  const byId = new Map(rows.map((row) => [row.id, row]));
  const pathOf = (row: (typeof rows)[number]): string =>
    row.parent === null ? row.title : `${pathOf(byId.get(row.parent)!)} > ${row.title}`;
  const ids = new Map(rows.map((row) => [pathOf(row), row.id]));
  // Left over from last summer: no product is in it.
  if (!ids.has('Picnic')) {
    await insertRows(sequelize, 'categories', ['slug', 'position'], [['picnic', 99]], transaction);
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      "SELECT id FROM categories WHERE slug = 'picnic'",
      [],
      transaction,
    );
    ids.set('Picnic', id);
  }
  for (const [position, { title, colour }] of CATEGORIES.entries())
    await sequelize.query('UPDATE categories SET position = ?, colour = ? WHERE id = ?', {
      replacements: [position, colour ?? null, ids.get(title)!],
      transaction,
    });
  await insertRows(
    sequelize,
    'category_texts',
    ['category_id', 'lang', 'title', 'description'],
    CATEGORIES.flatMap(({ title, fr, about }): Cell[][] => {
      const last = title.slice(title.lastIndexOf('>') + 1).trim();
      return [
        [ids.get(title)!, 'en', last, about ? cleanHtml(about.en) : ''],
        [ids.get(title)!, 'fr', fr, about ? cleanHtml(about.fr) : ''],
      ];
    }),
    transaction,
    ['title', 'description'],
  );
}

async function seedPictures(
  sequelize: Sequelize,
  transaction: Transaction,
  pictures: PictureStore,
  products: readonly DemoProduct[],
): Promise<void> {
  const rows: Cell[][] = [];
  for (const { row, picture } of products) {
    if (!row['image']) continue;
    for (const view of [1, 2] as const) {
      const hash = await pictures.keep(Buffer.from(drawPicture(picture, view)));
      rows.push([`${row['sku']}-${view}.svg`, hash, ORIGINAL_WIDTH, heightOf(picture.cut)]);
    }
  }
  await insertRows(sequelize, 'pictures', ['source', 'hash', 'width', 'height'], rows, transaction, [
    'hash',
    'width',
    'height',
  ]);
}

/** A category is pictured by what sells best of the products that are mainly in it or below it; an empty one has none. */
async function seedCategoryPictures(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await runSql(
    sequelize,
    `UPDATE categories JOIN (
      WITH RECURSIVE tree AS (
        SELECT id AS root, id FROM categories
        UNION ALL SELECT tree.root, c.id FROM tree JOIN categories c ON c.parent_id = tree.id)
      SELECT root, source FROM (
        SELECT tree.root, i.source, ROW_NUMBER() OVER (PARTITION BY tree.root ORDER BY p.sold DESC, p.id) AS place
        FROM tree
          JOIN product_categories c ON c.category_id = tree.id AND c.position = 0
          JOIN products p ON p.id = c.product_id
          JOIN product_images i ON i.product_id = p.id AND i.position = 0
          JOIN pictures USING (source)) ranked
      WHERE place = 1) best ON best.root = categories.id
    SET picture = best.source`,
    [],
    transaction,
  );
}
