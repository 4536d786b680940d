import { RESERVED_PARAMETERS, type AttributeType } from '@fond/core';
import { PRODUCT_FIELDS, type ImportColumn, type ImportMapping, type ProductField } from '@fond/contract';
import { slugOf } from '../../text/slugs';
import type { ColumnFindings } from './findings';
import { LIMITS } from './limits';
import { conversion } from './units';

export interface AttributeColumnPlan {
  use: 'attribute';
  name: string;
  key: string;
  label: string;
  unit: string | null;
  /** What a number in the file's unit is multiplied by. */
  factor: number;
  /** Fixed by the shop or the mapping; null while it is to be found from the values. */
  type: AttributeType | null;
  known: boolean;
}

export type ColumnPlan =
  | { use: 'field'; name: string; field: ProductField }
  | { use: 'text'; name: string; field: 'title' | 'description'; lang: string }
  | AttributeColumnPlan
  | { use: 'skip'; name: string };

/** An attribute that the shop has. */
export interface KnownAttribute {
  type: AttributeType;
  unit: string | null;
}

export interface PlannedColumns {
  columns: ColumnPlan[];
  faults: { column: string; message: string }[];
  /** What is left out, and why. */
  notices: string[];
}

const IN_LANGUAGE = /^(.+)@([a-z]{2})$/i;
const WITH_UNIT = /^(.*\S)\s*\(([^()]{1,16})\)$/;

/** Words with another meaning in addresses: parameters, and filters that every shop has. */
const TAKEN: readonly string[] = [
  ...RESERVED_PARAMETERS,
  'category',
  'tag',
  'price',
  'rating',
  'sale',
  'stock',
];

/** The key of an attribute as addresses write it; one that means something else there gets a mark before it. */
export function attributeKey(label: string): string {
  const slug = slugOf(label).slice(0, LIMITS.key);
  return TAKEN.includes(slug) ? `_${slug}` : slug;
}

const unspoken = (name: string, lang: string): string =>
  `“${name}” is left out: the shop doesn’t speak “${lang}”. Add the language under The shop, then read the file again.`;

/** What each column of a file means; faults of the first line are told, not thrown. */
export function planColumns(
  names: readonly string[],
  known: ReadonlyMap<string, KnownAttribute>,
  mapping: ImportMapping,
  languages: readonly string[],
): PlannedColumns {
  const faults: PlannedColumns['faults'] = [];
  const notices: string[] = [];
  const keys = new Map<string, string>();
  /** Field, and language of a text, to the column that holds it. */
  const meanings = new Map<string, string>();
  const columns = names.map((name): ColumnPlan => {
    const wish = Object.hasOwn(mapping, name) ? mapping[name] : undefined;
    if (wish?.use === 'skip') return { use: 'skip', name };
    if (wish?.use === 'field') return fieldColumn(name, wish.field);
    if (wish?.use === 'text') return textColumn(name, wish.field, wish.lang);
    const field = PRODUCT_FIELDS.find((one) => one === name.toLowerCase());
    if (field && wish?.use !== 'attribute') return fieldColumn(name, field);
    const translated = IN_LANGUAGE.exec(name);
    if (translated && wish?.use !== 'attribute') {
      const [, of, lang] = [translated[0], translated[1].toLowerCase(), translated[2].toLowerCase()];
      if (of === 'title' || of === 'description') return textColumn(name, of, lang);
      notices.push(
        languages.includes(lang)
          ? `“${name}” is left out: a file gives titles and descriptions in other languages alone.`
          : unspoken(name, lang),
      );
      return { use: 'skip', name };
    }
    return attributeColumn(name, wish?.use === 'attribute' ? wish : null);
  });
  const fresh = columns.filter((column) => column.use === 'attribute' && !column.known).length;
  if (known.size + fresh > LIMITS.attributes)
    faults.push({
      column: '',
      message: `The shop would have ${known.size + fresh} attributes; ${LIMITS.attributes} are the most. Leave columns out.`,
    });
  return { columns, faults, notices };

  function fieldColumn(name: string, field: ProductField): ColumnPlan {
    refuseTwin(name, field);
    return { use: 'field', name, field };
  }

  function textColumn(name: string, field: 'title' | 'description', lang: string): ColumnPlan {
    if (!languages.includes(lang)) {
      notices.push(unspoken(name, lang));
      return { use: 'skip', name };
    }
    // In the shop's own language it is the title itself.
    if (lang === languages[0]) return fieldColumn(name, field);
    refuseTwin(name, `${field}@${lang}`);
    return { use: 'text', name, field, lang };
  }

  function refuseTwin(name: string, meaning: string): void {
    const twin = meanings.get(meaning);
    meanings.set(meaning, name);
    if (twin !== undefined)
      faults.push({ column: name, message: `“${name}” and “${twin}” would both be “${meaning}”.` });
  }

  function attributeColumn(name: string, wish: { type: AttributeType; key?: string } | null): ColumnPlan {
    const united = WITH_UNIT.exec(name);
    // A mark only tells it from a column of the product's own.
    const label = (united ? united[1] : name).replace(/^_(?=[^_])/, '');
    const unit = united ? united[2] : null;
    const key = wish?.key ?? attributeKey(label);
    if (wish?.key !== undefined && !known.has(wish.key))
      faults.push({ column: name, message: `The shop has no attribute “${wish.key}”. Choose another one.` });
    const twin = keys.get(key);
    if (!key) faults.push({ column: name, message: 'A column needs a name of letters or digits.' });
    else if (twin !== undefined)
      faults.push({ column: name, message: `“${name}” and “${twin}” would be the same attribute.` });
    if (label.length > 120)
      faults.push({ column: name, message: `The name has ${label.length} characters; 120 are the most.` });
    keys.set(key, name);
    const there = known.get(key);
    const factor = there ? factorOf(name, unit, there) : 1;
    return {
      use: 'attribute',
      name,
      key,
      label,
      unit,
      factor,
      type: there?.type ?? wish?.type ?? null,
      known: there !== undefined,
    };
  }

  function factorOf(name: string, unit: string | null, there: KnownAttribute): number {
    if (unit === null || there.type !== 'number') return 1;
    const factor = there.unit === null ? null : conversion(unit, there.unit);
    if (factor !== null) return factor;
    faults.push({
      column: name,
      message:
        there.unit === null
          ? `The file says “${unit}”, the shop’s attribute has no unit. Give it one under Attributes, or leave the unit out of the first line.`
          : `The file says “${unit}”, the shop’s attribute is in “${there.unit}”, and one can’t be turned into the other.`,
    });
    return 1;
  }
}

/** Why a file's first line can't be read whatever its columns mean. */
export function tooManyColumns(names: readonly string[]): PlannedColumns['faults'] {
  const { length } = names;
  if (length <= LIMITS.columns) return [];
  const said = length > LIMITS.columns + 1 ? length : `more than ${LIMITS.columns}`;
  return [{ column: '', message: `The file names ${said} columns; ${LIMITS.columns} are the most.` }];
}

/** What a product file can't do without. */
export const missingColumns = (columns: readonly ColumnPlan[]): PlannedColumns['faults'] =>
  ['sku', 'title'].flatMap((needed) =>
    columns.some((column) => column.use === 'field' && column.field === needed)
      ? []
      : [
          {
            column: needed,
            message: `No column is “${needed}”. Name one so in the first line, or say below which it is.`,
          },
        ],
  );

/** @param read What its first lines will be. */
export function describeColumn(
  column: ColumnPlan,
  findings: ColumnFindings,
  read: readonly string[],
): ImportColumn {
  const { filled, examples } = findings;
  const base = { name: column.name, filled, examples, read, use: column.use, type: null, known: true };
  switch (column.use) {
    case 'field':
      return { ...base, key: column.field };
    case 'text':
      return { ...base, key: `${column.field}@${column.lang}` };
    case 'skip':
      return { ...base, key: '' };
    case 'attribute':
      return {
        ...base,
        key: column.key,
        type: column.type ?? findings.type(column.unit !== null),
        known: column.known,
      };
  }
}
