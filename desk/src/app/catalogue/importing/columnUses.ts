import {
  PRODUCT_FIELDS,
  type ImportColumn,
  type ImportMapping,
  type KeptMapping,
  type ProductField,
  type Vocabulary,
} from '@fond/contract';

export type Mapped = ImportMapping[string];

/** What the columns of product files are called in a sentence. */
export const FIELD_NAMES: Readonly<Record<ProductField, string>> = {
  sku: 'Article number',
  title: 'Name',
  category: 'Category',
  price: 'Price',
  was: 'Price before',
  currency: 'Currency',
  created: 'Added on',
  stock: 'Stock',
  featured: 'Featured',
  rating: 'Rating',
  ratings: 'Count of ratings',
  sold: 'Units sold',
  description: 'Description',
  image: 'Pictures',
  tags: 'Tags',
  collections: 'Collections',
  slug: 'Address',
};

export const TYPE_NAMES: Readonly<Record<NonNullable<ImportColumn['type']>, string>> = {
  text: 'text',
  many: 'several values',
  number: 'number',
  boolean: 'yes or no',
  colour: 'colour',
};

/** One thing that a column can become; its value stands in the field. */
export interface ColumnUse {
  value: string;
  name: string;
  mapped: Mapped;
}

export interface UseGroup {
  name: string;
  uses: readonly ColumnUse[];
}

/** Everything that a column can become in this shop. */
export function usesIn({ languages, attributes }: Pick<Vocabulary, 'languages' | 'attributes'>): UseGroup[] {
  const [own, ...others] = languages;
  const language = new Intl.DisplayNames(['en'], { type: 'language' });
  return [
    {
      name: 'Of the product',
      uses: PRODUCT_FIELDS.map((field) => ({
        value: `field:${field}`,
        name: FIELD_NAMES[field],
        mapped: { use: 'field', field },
      })),
    },
    ...others.map((lang) => ({
      name: `In ${language.of(lang)}`,
      uses: (['title', 'description'] as const).map((field) => ({
        value: `text:${field}@${lang}`,
        name: FIELD_NAMES[field],
        mapped: { use: 'text' as const, field, lang },
      })),
    })),
    {
      name: 'Attribute of the shop',
      uses: attributes.map(({ key, labels, unit, type }) => ({
        value: `attribute:${key}`,
        name: `${labels[own] ?? key}${unit ? ` (${unit})` : ''}`,
        mapped: { use: 'attribute', type, key },
      })),
    },
    {
      name: 'A new attribute',
      uses: (Object.keys(TYPE_NAMES) as (keyof typeof TYPE_NAMES)[]).map((type) => ({
        value: `new:${type}`,
        name: TYPE_NAMES[type],
        mapped: { use: 'attribute', type },
      })),
    },
  ];
}

/** The value of what a column is read as now. */
export function valueOf({ use, key, type, known }: ImportColumn): string {
  if (use === 'attribute') return known ? `attribute:${key}` : `new:${type}`;
  return use === 'skip' ? 'skip' : `${use}:${key}`;
}

/** How alike two files are by the names of their columns, from 0 to 1 (Jaccard index). */
export function likeness(a: readonly string[], b: readonly string[]): number {
  const [left, right] = [new Set(a), new Set(b)];
  const common = [...left].filter((name) => right.has(name)).length;
  const all = left.size + right.size - common;
  return all === 0 ? 0 : common / all;
}

const ALIKE = 0.7;

/** The kept mapping whose file looked most like this one; null where none did. */
export function likeliest(kept: readonly KeptMapping[], columns: readonly string[]): KeptMapping | null {
  let best: KeptMapping | null = null;
  for (const one of kept)
    if (
      likeness(one.columns, columns) >= Math.max(ALIKE, best ? likeness(best.columns, columns) : 0) &&
      (!best || likeness(one.columns, columns) > likeness(best.columns, columns))
    )
      best = one;
  return best;
}

/** What a mapping says in words, for those columns that it names. */
export const mappedWords = (mapping: ImportMapping): string[] =>
  Object.entries(mapping).map(([name, mapped]) => {
    const becomes =
      mapped.use === 'field' || mapped.use === 'text'
        ? FIELD_NAMES[mapped.field]
        : mapped.use === 'skip'
          ? 'left out'
          : 'attribute';
    return `“${name}” as ${becomes.toLowerCase()}`;
  });

/** A mapping by which a file is read as it was: what each of its columns became. */
export const mappingOf = (columns: readonly ImportColumn[]): ImportMapping =>
  Object.fromEntries(columns.map((column): [string, Mapped] => [column.name, becameOf(column)]));

function becameOf({ use, key, type, known }: ImportColumn): Mapped {
  switch (use) {
    case 'skip':
      return { use: 'skip' };
    case 'field':
      return { use: 'field', field: key as ProductField };
    case 'text': {
      const [field, lang] = key.split('@', 2);
      return { use: 'text', field: field as 'title' | 'description', lang };
    }
    case 'attribute':
      return { use: 'attribute', type: type ?? 'text', ...(known && { key }) };
  }
}
