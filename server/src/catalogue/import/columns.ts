import { RESERVED_PARAMETERS, type AttributeType } from '@fond/core';
import type { ImportColumn, ImportMapping } from '@fond/contract';
import { slugOf } from '../slugs';

/** Columns with a meaning of their own. */
export const FIELDS = [
  'sku',
  'title',
  'category',
  'price',
  'was',
  'currency',
  'created',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
  'description',
  'image',
  'tags',
  'collections',
  'slug',
] as const;

export type Field = (typeof FIELDS)[number];

export interface AttributeColumnPlan {
  use: 'attribute';
  name: string;
  key: string;
  label: string;
  unit: string | null;
  /** Fixed by the shop or the mapping; null while it is to be found from the values. */
  type: AttributeType | null;
  known: boolean;
}

export type ColumnPlan =
  | { use: 'field'; name: string; field: Field }
  | { use: 'text'; name: string; field: 'title' | 'description'; lang: string }
  | AttributeColumnPlan
  | { use: 'skip'; name: string };

const TRANSLATED = /^(title|description)@([a-z]{2})$/;
const WITH_UNIT = /^(.*\S)\s*\(([^()]{1,16})\)$/;

/** What each column of a file means; faults of the first line are told, not thrown. */
export function planColumns(
  names: readonly string[],
  known: ReadonlyMap<string, AttributeType>,
  mapping: ImportMapping,
): { columns: ColumnPlan[]; faults: { column: string; message: string }[] } {
  const faults: { column: string; message: string }[] = [];
  const keys = new Map<string, string>();
  const columns = names.map((name): ColumnPlan => {
    const wish = mapping[name];
    if (wish?.use === 'skip') return { use: 'skip', name };
    const field = FIELDS.find((one) => one === name.toLowerCase());
    if (field && !wish) return { use: 'field', name, field };
    const text = TRANSLATED.exec(name);
    if (text && !wish) {
      return { use: 'text', name, field: text[1] as 'title' | 'description', lang: text[2] };
    }
    const united = WITH_UNIT.exec(name);
    const label = united ? united[1] : name;
    const key = slugOf(label);
    const twin = keys.get(key);
    if (!key) faults.push({ column: name, message: 'A column needs a name of letters or digits.' });
    else if (twin !== undefined)
      faults.push({ column: name, message: `“${name}” and “${twin}” would be the same attribute.` });
    else if (RESERVED_PARAMETERS.includes(key) || ['category', 'tag', 'price', 'rating'].includes(key))
      faults.push({
        column: name,
        message: `“${key}” has a meaning of its own in addresses; call the column something else.`,
      });
    keys.set(key, name);
    return {
      use: 'attribute',
      name,
      key,
      label,
      unit: united ? united[2] : null,
      type: known.get(key) ?? wish?.type ?? null,
      known: known.has(key),
    };
  });
  for (const needed of ['sku', 'title'])
    if (!columns.some((column) => column.use === 'field' && column.field === needed))
      faults.push({ column: needed, message: `The column “${needed}” is missing from the first line.` });
  return { columns, faults };
}

const NUMBER = /^-?\d+(\.\d+)?$/;
const COLOUR = /^#[0-9a-f]{6}$/i;

/** Gathers the values of one column, so that its type can be found and shown. */
export class ColumnFindings {
  filled = 0;
  readonly examples: string[] = [];
  private numbers = true;
  private booleans = true;
  private colours = true;
  private lists = false;

  see(text: string): void {
    if (!text) return;
    this.filled++;
    if (this.examples.length < 4 && !this.examples.includes(text)) this.examples.push(text.slice(0, 60));
    if (this.numbers && !NUMBER.test(text)) this.numbers = false;
    if (this.booleans && booleanOf(text) === null) this.booleans = false;
    if (this.colours && !COLOUR.test(text)) this.colours = false;
    if (text.includes('|')) this.lists = true;
  }

  /** Yes/no goes before numbers only where words say so: a column of 1 and 0 counts something. */
  get type(): AttributeType {
    if (!this.filled) return 'text';
    if (this.numbers) return 'number';
    if (this.booleans) return 'boolean';
    if (this.colours) return 'colour';
    return this.lists ? 'many' : 'text';
  }
}

export function booleanOf(text: string): boolean | null {
  if (/^(yes|true|1)$/i.test(text)) return true;
  return /^(no|false|0)$/i.test(text) ? false : null;
}

export function describeColumn(column: ColumnPlan, findings: ColumnFindings): ImportColumn {
  const { filled, examples } = findings;
  const base = { name: column.name, filled, examples, use: column.use, type: null, known: true };
  switch (column.use) {
    case 'field':
      return { ...base, key: column.field };
    case 'text':
      return { ...base, key: `${column.field}@${column.lang}` };
    case 'skip':
      return { ...base, key: '' };
    case 'attribute':
      return { ...base, key: column.key, type: column.type ?? findings.type, known: column.known };
  }
}
