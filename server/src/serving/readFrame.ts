import {
  type AttributeRow,
  type AttributeType,
  type CatalogueFrame,
  type CategoryRow,
  type CollectionRow,
  type FocusPoint,
  type FreePageRow,
  type GroupRow,
  type ImageRow,
  type SearchWords,
  type ShopFace,
  type Texts,
  type ValueShow,
} from '@fond/core';
import { keptSearchRules } from '../setting/searchRules';
import { shopSettings, type StoredShop } from '../setting/shopSettings';
import { slugOf, takeSlug } from '../text/slugs';
import { unreachable, type RowFaults } from './rowFaults';
import { TextBook, type TextRow } from './textBook';

export type Read = <T extends object>(sql: string, values?: unknown[]) => Promise<T[]>;

async function readSearchWords(read: Read): Promise<ReadonlyMap<number, SearchWords>> {
  const rows = await read<TextRow>(
    'SELECT product_id AS id, lang, title, description FROM product_search_texts',
  );
  const words = new Map<number, { titles: Record<string, string>; descriptions: Record<string, string> }>();
  for (const { id, lang, title, description } of rows) {
    const known = words.get(id) ?? { titles: {}, descriptions: {} };
    words.set(id, known);
    if (title) known.titles[lang] = title;
    if (description) known.descriptions[lang] = description;
  }
  return words;
}

/** Everything of the catalogue but its products. */
export async function readFrame(read: Read, faults: RowFaults): Promise<CatalogueFrame> {
  const settings = await shopSettings(read);
  const categories = await read<
    Omit<CategoryRow, 'titles' | 'descriptions' | 'picture'> & ImageRow & FocusPoint
  >(
    `SELECT id, parent_id AS parent, slug, position, colour, hidden, hash, width, height, categories.focus_x AS x,
        categories.focus_y AS y FROM categories LEFT JOIN pictures ON source = picture ORDER BY id`,
  );
  for (const { id, slug } of unreachable(categories))
    faults.tell(
      'categories',
      `${id} (${slug})`,
      'No way leads to it: it hangs below itself, or below one that is gone.',
    );
  const categoryTexts = new TextBook(
    await read<TextRow>('SELECT category_id AS id, lang, title, description FROM category_texts'),
  );
  const groups = async (group: 'tag' | 'collection'): Promise<GroupRow[]> => {
    const rows = await read<{ id: number; slug: string }>(`SELECT id, slug FROM ${group}s ORDER BY id`);
    const texts = new TextBook(
      await read<TextRow>(`SELECT ${group}_id AS id, lang, title, description FROM ${group}_texts`),
    );
    return rows.map((row) => ({ ...row, ...texts.of(row.id) }));
  };
  return {
    searchWords: await readSearchWords(read),
    search: (await keptSearchRules(read)).rules,
    languages: settings.languages,
    shopTitles: settings.titles,
    shopDescriptions: settings.descriptions,
    face: faceOf(settings),
    attributes: await readAttributes(read),
    categories: categories.map(({ hash, width, height, x, y, hidden, ...row }) => ({
      ...row,
      hidden: Boolean(hidden),
      ...categoryTexts.of(row.id),
      picture: hash === null ? null : { hash, width, height, focus: { x, y } },
    })),
    tags: await groups('tag'),
    collections: await readCollections(read, await groups('collection')),
    pages: await readPages(read),
  };
}

const faceOf = ({ tagTitles, searchHints, footers, logo, currency }: StoredShop): ShopFace => ({
  tagTitles,
  searchHints,
  footers,
  logo,
  currency,
});

async function readCollections(read: Read, groups: readonly GroupRow[]): Promise<CollectionRow[]> {
  const rows = await read<{ id: number } & Pick<CollectionRow, 'clauses' | 'arranged'>>(
    'SELECT id, clauses, arranged FROM collections',
  );
  const made = new Map(rows.map(({ id, clauses, arranged }) => [id, { clauses, arranged: arranged ?? [] }]));
  return groups.map((group) => ({ ...group, ...made.get(group.id) }));
}

async function readPages(read: Read): Promise<FreePageRow[]> {
  const rows = await read<Omit<FreePageRow, 'open' | 'titles' | 'descriptions'> & { open: number }>(
    `SELECT id, path, stands_for AS standsFor, open, DATE_FORMAT(from_day, '%Y-%m-%d') AS \`from\`,
      DATE_FORMAT(until_day, '%Y-%m-%d') AS \`to\` FROM free_pages ORDER BY id`,
  );
  const texts = new TextBook(
    await read<TextRow>('SELECT free_page_id AS id, lang, title, description FROM free_page_texts'),
  );
  return rows.map((row) => ({ ...row, ...texts.of(row.id), open: Boolean(row.open) }));
}

/** Each value that products have, with its address, in the order of the values: so an address rarely changes. */
async function readAislesOf(read: Read, attribute: number): Promise<{ value: string; slug: string }[]> {
  const values = await read<{ value: string }>(
    'SELECT DISTINCT value FROM product_attributes WHERE attribute_id = ? ORDER BY value',
    [attribute],
  );
  const taken = new Set<string>();
  return values.map(({ value }) => ({ value, slug: takeSlug(slugOf(value), taken) }));
}

async function readAttributes(read: Read): Promise<AttributeRow[]> {
  const rows = await read<{
    id: number;
    key: string;
    type: AttributeType;
    unit: string | null;
    filterable: number;
    onCards: number;
    hasAisles: number;
    grouped: number;
    decimals: number | null;
    shown: ValueShow | null;
  }>(
    'SELECT id, `key`, type, unit, filterable, on_cards AS onCards, has_aisles AS hasAisles, grouped, decimals, shown FROM attributes ORDER BY position, id',
  );
  const labels = await read<{ id: number; lang: string; label: string }>(
    'SELECT attribute_id AS id, lang, label FROM attribute_texts',
  );
  const values = await read<{ id: number; value: string; swatch: string | null; labels: Texts }>(
    'SELECT attribute_id AS id, value, swatch, labels FROM attribute_values',
  );
  const aisles = new Map<number, { value: string; slug: string }[]>();
  for (const { id, hasAisles } of rows) if (hasAisles) aisles.set(id, await readAislesOf(read, id));
  return rows.map((row) => ({
    id: row.id,
    key: row.key,
    type: row.type,
    unit: row.unit,
    filterable: Boolean(row.filterable),
    onCards: Boolean(row.onCards),
    grouped: Boolean(row.grouped),
    decimals: row.decimals,
    ...(row.shown && { shown: row.shown }),
    labels: Object.fromEntries(
      labels.filter(({ id }) => id === row.id).map(({ lang, label }) => [lang, label]),
    ),
    valueLabels: Object.fromEntries(
      values.filter(({ id }) => id === row.id).map((value) => [value.value, value.labels]),
    ),
    swatches: Object.fromEntries(
      values.flatMap(({ id, value, swatch }) => (id === row.id && swatch ? [[value, swatch]] : [])),
    ),
    aisles: aisles.get(row.id),
  }));
}
