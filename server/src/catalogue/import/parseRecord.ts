import type { Standing } from '@fond/contract';
import type { AttributeType } from '@fond/core';
import { booleanOf } from '../../text/booleanOf';
import type { AttributeColumnPlan, ColumnPlan, Field } from './columns';
import { LIMITS } from './limits';
import { converted } from './units';

/**
 * A product as a file tells it; what the file has no column for is undefined and stays as it is, what it has a column but
 * no word for is null and becomes unknown.
 */
export interface ProductRecord {
  line: number;
  sku: string;
  slug?: string;
  price?: number | null;
  was?: number | null;
  /** Milliseconds since 1970. */
  created?: number | null;
  stock?: number | null;
  featured?: boolean;
  rating?: number | null;
  ratings?: number | null;
  sold?: number | null;
  /** Only said where products are edited one by one. */
  standing?: Standing;
  /** Language (empty for the shop's own) → texts. */
  texts: Record<string, { title?: string; description?: string }>;
  /** Paths of titles, the main one first. */
  categories?: string[][];
  tags?: string[];
  collections?: string[];
  images?: string[];
  /** Attribute key and values as the file writes them; an empty list clears. */
  attributes: [key: string, values: string[]][];
}

const MAX_CENTS = 4_000_000_000;

type Fault = (column: string, message: string) => void;
type Tell = (message: string) => void;

/** How the values of a file are read. */
export interface Reading {
  columns: readonly ColumnPlan[];
  typeOf: (column: AttributeColumnPlan) => AttributeType;
  /** All prices are in it. */
  currency: string;
  /** What one unit of another currency is worth. */
  rates: Readonly<Record<string, number>>;
  /** Makes HTML harmless; takes as long as all else of a line. */
  clean: (html: string) => string;
  /** The spelling to be taken for one in a column. */
  spelt: (column: string, value: string) => string;
}

/** Reads one record; what is wrong is told to `fault`, with the column. */
export function parseRecord(
  line: number,
  cells: ReadonlyMap<string, string>,
  reading: Reading,
  fault: Fault,
): ProductRecord {
  const record: ProductRecord = { line, sku: '', texts: {}, attributes: [] };
  const text = (lang: string): { title?: string; description?: string } => (record.texts[lang] ??= {});
  let currency = '';
  for (const column of reading.columns) {
    const cell = cells.get(column.name) ?? '';
    const tell: Tell = (message) => fault(column.name, message);
    const spelt = (value: string): string => reading.spelt(column.name, value);
    switch (column.use) {
      case 'skip':
        break;
      case 'text':
        if (column.field === 'title') text(column.lang).title = limit(cell, LIMITS.title, tell);
        else text(column.lang).description = description(cell, reading, tell);
        break;
      case 'attribute':
        record.attributes.push([
          column.key,
          attributeValues(cell, column, reading.typeOf(column), tell).map(spelt),
        ]);
        break;
      case 'field':
        if (column.field === 'title') text('').title = limit(cell, LIMITS.title, tell);
        else if (column.field === 'description') text('').description = description(cell, reading, tell);
        else if (column.field === 'currency') currency = currencyIn(cell, reading, tell);
        else readField(record, column.field, cell, tell, spelt);
    }
  }
  const rate = currency ? reading.rates[currency] : 1;
  for (const name of ['price', 'was'] as const) {
    const cents = record[name];
    if (cents && rate !== 1) record[name] = Math.round(cents * rate);
  }
  return record;
}

/** The currency of a line where it isn't the shop's; empty where it is. */
function currencyIn(cell: string, { currency, rates }: Reading, tell: Tell): string {
  const code = cell.toUpperCase();
  if (!code || code === currency) return '';
  if (!/^[A-Z]{3}$/.test(code)) tell(`“${cell}” is no currency; write three letters such as ${currency}.`);
  else if (!Object.hasOwn(rates, code))
    tell(
      `The shop’s prices are in ${currency}, this one is in ${code}. Give a rate for ${code}, or convert it.`,
    );
  else return code;
  return '';
}

function readField(
  record: ProductRecord,
  field: Exclude<Field, 'title' | 'description' | 'currency'>,
  cell: string,
  tell: Tell,
  spelt: (value: string) => string,
): void {
  switch (field) {
    case 'sku':
      if (!cell) tell('Every product needs an article number.');
      record.sku = limit(cell, LIMITS.sku, tell);
      break;
    case 'price':
    case 'was':
      record[field] = cents(cell, tell);
      break;
    case 'created':
      record.created = cell ? moment(cell, tell) : null;
      break;
    case 'stock':
      record.stock = cell ? whole(cell, -1_000_000, tell) : null;
      break;
    case 'ratings':
    case 'sold':
      record[field] = cell ? whole(cell, 0, tell) : null;
      break;
    case 'featured': {
      // A mark that nobody speaks of stays as it is.
      if (!cell) break;
      const value = booleanOf(cell);
      if (value === null) tell(`“${cell}” is neither yes nor no.`);
      else record.featured = value;
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
      if (cell && !/^[\p{Ll}\p{Lo}\p{M}\p{N}]+(-[\p{Ll}\p{Lo}\p{M}\p{N}]+)*$/u.test(cell))
        tell(`“${cell}” can’t stand in an address; use small letters, digits and hyphens.`);
      if (cell) record.slug = limit(cell, LIMITS.slug, tell);
      break;
    case 'category':
      record.categories = list(cell, tell).map((path) => categoryPath(path, tell));
      break;
    case 'tags':
    case 'collections':
      record[field] = [...new Set(list(cell, tell).map((entry) => spelt(limit(entry, LIMITS.name, tell))))];
      break;
    case 'image':
      record.images = list(cell, tell).map((entry) => limit(entry, LIMITS.image, tell));
      break;
  }
}

function categoryPath(path: string, tell: Tell): string[] {
  const steps = path
    .split('>')
    .map((step) => step.trim())
    .filter(Boolean);
  if (!steps.length) tell('A category path has no names in it.');
  if (steps.length > LIMITS.depth)
    tell(`A category path has ${steps.length} steps; ${LIMITS.depth} are the most.`);
  for (const step of steps) limit(step, LIMITS.name, tell);
  return steps;
}

/** Entries between bars, without blanks and repeats. */
function list(cell: string, tell: Tell): string[] {
  if (cell.length > LIMITS.cell) limit(cell, LIMITS.cell, tell);
  const entries = [
    ...new Set(
      cell
        .slice(0, LIMITS.cell)
        .split('|')
        .map((entry) => entry.trim())
        .filter(Boolean),
    ),
  ];
  if (entries.length > LIMITS.entries)
    tell(`There are ${entries.length} entries in it; ${LIMITS.entries} are the most.`);
  return entries;
}

function limit(cell: string, most: number, tell: Tell): string {
  if (cell.length <= most) return cell;
  tell(`“${cell.slice(0, 20)}…” has ${cell.length} characters; ${most} are the most.`);
  return cell.slice(0, most);
}

const description = (cell: string, { clean }: Reading, tell: Tell): string =>
  clean(limit(cell, LIMITS.description, tell));

function cents(cell: string, tell: Tell): number | null {
  if (!cell) return null;
  if (!/^\d+(\.\d{1,2})?$/.test(cell)) {
    tell(`“${cell}” is no price; write it as 24.90.`);
    return null;
  }
  const value = Math.round(Number(cell) * 100);
  if (value > MAX_CENTS) tell(`“${cell}” is more than a price can be here.`);
  return value;
}

function whole(cell: string, least: number, tell: Tell): number {
  const value = Number(cell);
  if (!/^-?\d+$/.test(cell) || value < least || value > 1_000_000_000)
    tell(`“${cell}” is no whole number that fits here.`);
  return value;
}

const MOMENT =
  /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?)?$/;
/** Nobody's shop has been open for longer; a year before it is a slip. */
const FIRST_YEAR = 1900;
const LAST_YEAR = 2200;

/** A date of the calendar (ISO 8601), with or without a time; without a zone it is in UTC. */
function moment(cell: string, tell: Tell): number | null {
  const parts = MOMENT.exec(cell);
  if (!parts) {
    tell(`“${cell}” is no date; write it as 2026-03-31 or 2026-03-31T09:30:00Z.`);
    return null;
  }
  const [year, month, day] = [Number(parts[1]), Number(parts[2]), Number(parts[3])];
  const [hour, minute, second] = [parts[4], parts[5], parts[6]].map((part) => Number(part ?? 0));
  const at = new Date(Date.UTC(year, month - 1, day, hour, minute, second));
  if (year < FIRST_YEAR || year > LAST_YEAR) tell(`“${cell}” is in a year that can’t be meant.`);
  else if (
    at.getUTCMonth() !== month - 1 ||
    at.getUTCDate() !== day ||
    hour > 23 ||
    minute > 59 ||
    second > 59
  )
    tell(`“${cell}” is no day of the calendar.`);
  const zone = /^([+-])(\d{2}):?(\d{2})$/.exec(parts[7] ?? '');
  const offset = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) : 0;
  return at.getTime() - offset * 60_000;
}

function attributeValues(
  cell: string,
  { factor }: AttributeColumnPlan,
  type: AttributeType,
  tell: Tell,
): string[] {
  if (!cell) return [];
  switch (type) {
    case 'many':
      return list(cell, tell).map((value) => limit(value, LIMITS.name, tell));
    case 'number':
      if (!/^-?\d+(\.\d+)?$/.test(cell)) tell(`“${cell}” is no number.`);
      return [limit(converted(cell, factor), LIMITS.name, tell)];
    case 'boolean':
      if (booleanOf(cell) === null) tell(`“${cell}” is neither yes nor no.`);
      return [cell];
    default:
      return [limit(cell, LIMITS.name, tell)];
  }
}
