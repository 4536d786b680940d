import type { AttributeType } from '@fond/core';
import { cleanHtml } from './cleanHtml';
import { booleanOf, type ColumnPlan, type Field } from './columns';

/** A product as a file tells it; what the file has no column for is undefined and stays as it is. */
export interface ProductRecord {
  line: number;
  sku: string;
  slug?: string;
  price?: number | null;
  was?: number | null;
  currency?: string;
  created?: Date;
  stock?: number | null;
  featured?: boolean;
  rating?: number | null;
  ratings?: number;
  sold?: number;
  /** Language (empty for the shop's own) → texts. */
  texts: Map<string, { title?: string; description?: string }>;
  /** Paths of titles, the main one first. */
  categories?: string[][];
  tags?: string[];
  collections?: string[];
  images?: string[];
  /** Attribute key → values in their stored form; an empty list clears. */
  attributes: Map<string, string[]>;
}

const MOST_VALUE = 200;
const MOST_CENTS = 4_000_000_000;

type Fault = (column: string, message: string) => void;

/** Reads one record; what is wrong is told to `fault`, with the column. */
export function parseRecord(
  line: number,
  cells: ReadonlyMap<string, string>,
  columns: readonly ColumnPlan[],
  typeOf: (column: Extract<ColumnPlan, { use: 'attribute' }>) => AttributeType,
  fault: Fault,
): ProductRecord {
  const record: ProductRecord = { line, sku: '', texts: new Map(), attributes: new Map() };
  const text = (lang: string): { title?: string; description?: string } => {
    let known = record.texts.get(lang);
    if (!known) record.texts.set(lang, (known = {}));
    return known;
  };
  for (const column of columns) {
    const cell = cells.get(column.name) ?? '';
    const tell = (message: string): void => fault(column.name, message);
    switch (column.use) {
      case 'skip':
        break;
      case 'text':
        if (column.field === 'title') text(column.lang).title = limited(cell, 300, tell);
        else text(column.lang).description = cleanHtml(cell);
        break;
      case 'attribute':
        record.attributes.set(column.key, attributeValues(cell, typeOf(column), tell));
        break;
      case 'field':
        if (column.field === 'title') text('').title = limited(cell, 300, tell);
        else if (column.field === 'description') text('').description = cleanHtml(cell);
        else readField(record, column.field, cell, tell);
    }
  }
  return record;
}

function readField(record: ProductRecord, field: Field, cell: string, tell: (message: string) => void): void {
  switch (field) {
    case 'sku':
      if (!cell) tell('Every product needs a SKU.');
      record.sku = limited(cell, 64, tell);
      break;
    case 'price':
    case 'was':
      record[field] = cents(cell, tell);
      break;
    case 'currency':
      if (cell && !/^[A-Z]{3}$/.test(cell))
        tell(`“${cell}” is no currency; write three letters such as EUR.`);
      record.currency = cell || 'EUR';
      break;
    case 'created': {
      if (!cell) break;
      const created = new Date(cell);
      if (!/^\d{4}-\d{2}-\d{2}/.test(cell) || Number.isNaN(created.getTime()))
        tell(`“${cell}” is no date; write it as 2026-03-31 or 2026-03-31T09:30:00Z.`);
      else record.created = created;
      break;
    }
    case 'stock':
      record.stock = cell ? whole(cell, -1_000_000, tell) : null;
      break;
    case 'ratings':
    case 'sold':
      record[field] = cell ? whole(cell, 0, tell) : 0;
      break;
    case 'featured': {
      const value = cell ? booleanOf(cell) : false;
      if (value === null) tell(`“${cell}” is neither yes nor no.`);
      record.featured = value ?? false;
      break;
    }
    case 'rating': {
      const rating = cell ? Number(cell) : null;
      if (rating !== null && !(rating >= 0 && rating <= 5))
        tell(`“${cell}” is no rating; write a number from 0 to 5.`);
      record.rating = rating === null ? null : Math.round(rating * 100) / 100;
      break;
    }
    case 'slug':
      if (cell && !/^[a-z0-9]+(-[a-z0-9]+)*$/.test(cell))
        tell(`“${cell}” can’t stand in an address; use small letters, digits and hyphens.`);
      if (cell) record.slug = limited(cell, 160, tell);
      break;
    case 'category':
      record.categories = list(cell).map((path) =>
        path
          .split('>')
          .map((step) => step.trim())
          .filter(Boolean),
      );
      if (record.categories.some((path) => !path.length)) tell('A category path has no names in it.');
      break;
    case 'tags':
    case 'collections':
      record[field] = list(cell).map((entry) => limited(entry, MOST_VALUE, tell));
      break;
    case 'image':
      record.images = list(cell).map((entry) => limited(entry, 400, tell));
      break;
    case 'title':
    case 'description':
      break;
  }
}

/** Entries between bars, without blanks and repeats. */
const list = (cell: string): string[] => [
  ...new Set(
    cell
      .split('|')
      .map((entry) => entry.trim())
      .filter(Boolean),
  ),
];

function limited(cell: string, most: number, tell: (message: string) => void): string {
  if (cell.length > most) tell(`The text has ${cell.length} characters; at most ${most} fit.`);
  return cell;
}

function cents(cell: string, tell: (message: string) => void): number | null {
  if (!cell) return null;
  if (!/^\d+(\.\d{1,2})?$/.test(cell)) {
    tell(`“${cell}” is no price; write it as 24.90.`);
    return null;
  }
  const value = Math.round(Number(cell) * 100);
  if (value > MOST_CENTS) tell(`“${cell}” is more than a price can be here.`);
  return value;
}

function whole(cell: string, least: number, tell: (message: string) => void): number {
  const value = Number(cell);
  if (!/^-?\d+$/.test(cell) || value < least || value > 1_000_000_000)
    tell(`“${cell}” is no whole number that fits here.`);
  return value;
}

function attributeValues(cell: string, type: AttributeType, tell: (message: string) => void): string[] {
  if (!cell) return [];
  switch (type) {
    case 'many':
      return list(cell).map((value) => limited(value, MOST_VALUE, tell));
    case 'number': {
      const value = Number(cell);
      if (!/^-?\d+(\.\d+)?$/.test(cell)) tell(`“${cell}” is no number.`);
      return [String(value)];
    }
    case 'boolean': {
      const value = booleanOf(cell);
      if (value === null) tell(`“${cell}” is neither yes nor no.`);
      return [value ? 'yes' : 'no'];
    }
    default:
      return [limited(cell, MOST_VALUE, tell)];
  }
}
