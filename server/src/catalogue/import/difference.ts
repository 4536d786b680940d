import type { Cell } from '../../database/rows';
import type { ProductRecord } from './parseRecord';
import type { Core, ListName, StoredProduct } from './stored';

/** Ids of what a record names; null for what isn't there yet. */
export interface Names {
  category: (path: readonly string[]) => number | null;
  tag: (title: string) => number | null;
  collection: (title: string) => number | null;
  attribute: (key: string) => number | null;
}

/** What a file says otherwise than the database: only this is written. */
export interface ProductChange {
  sku: string;
  core: Partial<Core>;
  texts: { lang: string; title: string; description: string }[];
  /** Lists to be put in place of those that are there. Entries that aren't there yet are null. */
  lists: Partial<Record<ListName, (Cell | null)[]>>;
  attributes: { key: string; id: number | null; values: readonly string[] }[];
}

const CORE = [
  'slug',
  'price',
  'was',
  'created',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
  'standing',
] as const satisfies readonly (keyof Core)[];

/**
 * What has to be written so that the database says of a product what the file says; null where it does already. What the
 * file has no column for is not looked at.
 *
 * @param stored Null for a product that is new.
 * @param own The language that texts without one are in.
 */
export function differenceOf(
  record: ProductRecord,
  stored: StoredProduct | null,
  names: Names,
  own: string,
): ProductChange | null {
  const core: Record<string, unknown> = {};
  for (const name of CORE) {
    const said = record[name];
    if (said !== undefined && said !== (stored ? stored[name] : undefined)) core[name] = said;
  }
  const change: ProductChange = {
    sku: record.sku,
    core,
    texts: textsOf(record, stored, own),
    lists: listsOf(record, stored, names),
    attributes: attributesOf(record, stored, names),
  };
  const nothing =
    stored !== null &&
    !Object.keys(core).length &&
    !change.texts.length &&
    !Object.keys(change.lists).length &&
    !change.attributes.length;
  return nothing ? null : change;
}

function textsOf(record: ProductRecord, stored: StoredProduct | null, own: string): ProductChange['texts'] {
  return Object.entries(record.texts).flatMap(([asked, said]) => {
    const lang = asked || own;
    const before = stored?.texts.get(lang);
    const title = said.title ?? before?.title ?? '';
    const description = said.description ?? before?.description ?? '';
    const same = before
      ? before.title === title && before.description === description
      : !title && !description;
    return same ? [] : [{ lang, title, description }];
  });
}

function listsOf(record: ProductRecord, stored: StoredProduct | null, names: Names): ProductChange['lists'] {
  const said: Record<ListName, (Cell | null)[] | undefined> = {
    categories: record.categories?.map(names.category),
    tags: record.tags?.map(names.tag),
    collections: record.collections?.map(names.collection),
    images: record.images,
  };
  const changed: ProductChange['lists'] = {};
  for (const [name, entries] of Object.entries(said) as [ListName, (Cell | null)[] | undefined][]) {
    if (!entries) continue;
    // Two paths may lead to one category; one that isn't there yet is another one each time.
    const after = entries.filter((entry, at) => entry === null || entries.indexOf(entry) === at);
    const before = stored?.lists[name] ?? [];
    if (after.length !== before.length || after.some((entry, at) => entry !== before[at]))
      changed[name] = after;
  }
  return changed;
}

function attributesOf(
  record: ProductRecord,
  stored: StoredProduct | null,
  names: Names,
): ProductChange['attributes'] {
  return record.attributes.flatMap(([key, values]) => {
    const id = names.attribute(key);
    const before = (id === null ? undefined : stored?.attributes.get(id)) ?? [];
    const same = values.length === before.length && values.every((value, at) => value === before[at]);
    return same ? [] : [{ key, id, values }];
  });
}
