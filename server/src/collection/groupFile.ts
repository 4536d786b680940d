import type { Sequelize, Transaction } from 'sequelize';
import type { FiledAttribute, FiledCategory, FiledCollection, FiledTag, GroupFile } from '@fond/contract';
import { referencesIn, type Clause, type Texts, type ValueShow } from '@fond/core';
import { select } from '../database/rows';

interface TextRow {
  id: number;
  lang: string;
  title: string;
  description: string;
}

/** Words of groups by their number; a language without a word is left out. */
export type WordBook = ReadonlyMap<number, { titles: Texts; descriptions: Texts }>;

export interface StoredCategory extends FiledCategory {
  id: number;
  parent: number | null;
}
export type StoredTag = FiledTag & { id: number };
export type StoredAttribute = FiledAttribute & { id: number };
export type StoredRuled = FiledCollection & { id: number };

/** All groups as they are stored, by what a file knows them by. */
export interface StoredGroups {
  categories: ReadonlyMap<string, StoredCategory>;
  tags: ReadonlyMap<string, StoredTag>;
  attributes: ReadonlyMap<string, StoredAttribute>;
  collections: ReadonlyMap<string, StoredRuled>;
}

async function wordsOf(
  sequelize: Sequelize,
  of: 'category' | 'tag' | 'collection',
  transaction?: Transaction,
): Promise<WordBook> {
  const rows = await select<TextRow>(
    sequelize,
    `SELECT ${of}_id AS id, lang, title, description FROM ${of}_texts ORDER BY ${of}_id, lang`,
    [],
    transaction,
  );
  const book = new Map<number, { titles: Record<string, string>; descriptions: Record<string, string> }>();
  for (const { id, lang, title, description } of rows) {
    const known = book.get(id) ?? { titles: {}, descriptions: {} };
    book.set(id, known);
    if (title) known.titles[lang] = title;
    if (description) known.descriptions[lang] = description;
  }
  return book;
}

const NO_WORDS = { titles: {}, descriptions: {} };

/** Reads all groups; within a transaction their rows are held until it ends. */
export async function readGroups(sequelize: Sequelize, transaction?: Transaction): Promise<StoredGroups> {
  const held = transaction ? ' FOR UPDATE' : '';
  const read = <T extends object>(sql: string): Promise<T[]> =>
    select<T>(sequelize, `${sql}${held}`, [], transaction);
  const rows = await read<Omit<StoredCategory, 'path' | 'titles' | 'descriptions'> & { slug: string }>(
    'SELECT id, parent_id AS parent, slug, position, colour, picture, hidden FROM categories ORDER BY position, id',
  );
  const categoryWords = await wordsOf(sequelize, 'category', transaction);
  const categories = new Map<string, StoredCategory>();
  // From the roots down, each before those below it; what hangs below itself is not reached.
  const below = new Map<number | null, typeof rows>();
  for (const row of rows) below.set(row.parent, [...(below.get(row.parent) ?? []), row]);
  const open = [...(below.get(null) ?? [])].reverse().map((row) => ({ row, path: `/${row.slug}` }));
  for (let next = open.pop(); next; next = open.pop()) {
    const { row, path } = next;
    const { slug: _, hidden, ...rest } = row;
    categories.set(path, {
      ...rest,
      hidden: Boolean(hidden),
      path,
      ...(categoryWords.get(row.id) ?? NO_WORDS),
    });
    for (const child of [...(below.get(row.id) ?? [])].reverse())
      open.push({ row: child, path: `${path}/${child.slug}` });
  }
  const tagWords = await wordsOf(sequelize, 'tag', transaction);
  const tags = await read<{ id: number; slug: string }>('SELECT id, slug FROM tags ORDER BY slug');
  const collectionWords = await wordsOf(sequelize, 'collection', transaction);
  const collections = await read<{
    id: number;
    slug: string;
    clauses: readonly Clause[] | null;
    arranged: readonly string[] | null;
  }>('SELECT id, slug, clauses, arranged FROM collections ORDER BY slug');
  return {
    categories,
    tags: new Map(tags.map((row) => [row.slug, { ...row, ...(tagWords.get(row.id) ?? NO_WORDS) }])),
    attributes: await readAttributes(read),
    collections: new Map(
      collections.map(({ arranged, ...row }) => [
        row.slug,
        { ...row, arranged: arranged ?? [], ...(collectionWords.get(row.id) ?? NO_WORDS) },
      ]),
    ),
  };
}

async function readAttributes(
  read: <T extends object>(sql: string) => Promise<T[]>,
): Promise<Map<string, StoredAttribute>> {
  const rows = await read<
    Pick<StoredAttribute, 'id' | 'key' | 'type' | 'unit' | 'position'> & {
      shown: ValueShow | null;
      filterable: number;
      onCards: number;
      hasAisles: number;
    }
  >(
    `SELECT id, \`key\`, type, unit, position, filterable, on_cards AS onCards, has_aisles AS hasAisles, shown
      FROM attributes ORDER BY position, id`,
  );
  const labels = new Map<number, Record<string, string>>();
  for (const { id, lang, label } of await read<{ id: number; lang: string; label: string }>(
    'SELECT attribute_id AS id, lang, label FROM attribute_texts',
  ))
    labels.set(id, { ...labels.get(id), [lang]: label });
  const values = new Map<number, { value: string; swatch: string | null; labels: Texts }[]>();
  for (const { id, ...value } of await read<{
    id: number;
    value: string;
    swatch: string | null;
    labels: Texts;
  }>('SELECT attribute_id AS id, value, swatch, labels FROM attribute_values ORDER BY attribute_id, value'))
    values.set(id, [...(values.get(id) ?? []), value]);
  return new Map(
    rows.map(({ filterable, onCards, hasAisles, shown, ...row }) => [
      row.key,
      {
        ...row,
        filterable: Boolean(filterable),
        onCards: Boolean(onCards),
        hasAisles: Boolean(hasAisles),
        labels: labels.get(row.id) ?? {},
        values: values.get(row.id) ?? [],
        ...(shown && { shown }),
      },
    ]),
  );
}

/** Categories, tags, attributes and collections as a file that another shop can take over. */
export async function exportGroups(sequelize: Sequelize): Promise<GroupFile> {
  const { categories, tags, attributes, collections } = await readGroups(sequelize);
  const called = new Map<string, string>([
    ...[...categories.values()].map(({ id, path }): [string, string] => [`category:${id}`, path]),
    ...[...tags.values()].map(({ id, slug }): [string, string] => [`tag:${id}`, slug]),
    ...[...collections.values()].map(({ id, slug }): [string, string] => [`collection:${id}`, slug]),
  ]);
  const without = <T extends { id: number }>(rows: ReadonlyMap<string, T>): Omit<T, 'id'>[] =>
    [...rows.values()].map(({ id: _, ...row }) => row);
  const ruled = without(collections);
  const names = [...referencesIn(ruled.map(({ clauses }) => clauses))].flatMap((reference) => {
    const name = called.get(reference);
    return name === undefined ? [] : [[reference, name]];
  });
  return {
    format: 'fond-aisle/groups',
    version: 1,
    categories: without(categories).map(({ parent: _, ...category }) => category),
    tags: without(tags),
    attributes: without(attributes),
    collections: ruled,
    names: Object.fromEntries(names) as Record<string, string>,
  };
}
