import type { DateOrder, Decimal, FileForm, ProductField, Standing } from '@fond/contract';
import type { AttributeType } from '@fond/core';
import { booleanOf } from '../../text/booleanOf';
import type { AttributeColumnPlan, ColumnPlan } from './columns';
import { dateIn } from './form/dates';
import { moneyIn, plainNumber } from './form/numbers';
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
  /** How numbers and dates are written; null where they are only taken as they are stored. */
  form: Pick<FileForm, 'decimal' | 'date'> | null;
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
  let signed: string | null = null;
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
        record.attributes.push([column.key, attributeValues(cell, column, reading, tell).map(spelt)]);
        break;
      case 'field':
        if (column.field === 'title') text('').title = limit(cell, LIMITS.title, tell);
        else if (column.field === 'description') text('').description = description(cell, reading, tell);
        else if (column.field === 'currency') currency = currencyIn(cell, reading, tell);
        else if (column.field === 'price' || column.field === 'was') {
          const money = moneyIn(cell, reading.currency);
          signed ??= money.currency;
          record[column.field] = cents(money.amount, cell, reading, tell);
        } else readField(record, column.field, cell, reading, tell, spelt);
    }
  }
  if (signed !== null && !currency)
    currency = currencyIn(signed, reading, (message) => fault('price', message));
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
  field: Exclude<ProductField, 'title' | 'description' | 'currency' | 'price' | 'was'>,
  cell: string,
  { form }: Reading,
  tell: Tell,
  spelt: (value: string) => string,
): void {
  switch (field) {
    case 'sku':
      if (!cell) tell('Every product needs an article number.');
      record.sku = limit(cell, LIMITS.sku, tell);
      break;
    case 'created':
      record.created = cell ? moment(cell, form?.date ?? 'ymd', tell) : null;
      break;
    case 'stock':
      record.stock = cell ? parseWhole(cell, -1_000_000, form?.decimal ?? null, tell) : null;
      break;
    case 'ratings':
    case 'sold':
      record[field] = cell ? parseWhole(cell, 0, form?.decimal ?? null, tell) : null;
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
      const rating = cell ? Number(plainNumber(cell, form?.decimal ?? null) ?? NaN) : null;
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

function cents(amount: string, cell: string, { form }: Reading, tell: Tell): number | null {
  if (!cell) return null;
  const text = plainNumber(amount, form?.decimal ?? null);
  if (text === null || !/^\d+(\.\d{1,2}0*)?$/.test(text)) {
    tell(`“${cell}” is no price; write it as 24${form?.decimal ?? '.'}90.`);
    return null;
  }
  const value = Math.round(Number(text) * 100);
  if (value > MAX_CENTS) tell(`“${cell}” is more than a price can be here.`);
  return value;
}

function parseWhole(cell: string, least: number, decimal: Decimal | null, tell: Tell): number {
  const text = plainNumber(cell, decimal)?.replace(/\.0+$/, '') ?? '';
  const value = Number(text);
  if (!/^-?\d+$/.test(text) || value < least || value > 1_000_000_000)
    tell(`“${cell}” is no whole number that fits here.`);
  return value;
}

function moment(cell: string, order: DateOrder, tell: Tell): number | null {
  const found = dateIn(cell, order);
  if (typeof found === 'number') return found;
  tell(found);
  return null;
}

function attributeValues(
  cell: string,
  column: AttributeColumnPlan,
  { typeOf, form }: Reading,
  tell: Tell,
): string[] {
  if (!cell) return [];
  switch (typeOf(column)) {
    case 'many':
      return list(cell, tell).map((value) => limit(value, LIMITS.name, tell));
    case 'number': {
      const number = plainNumber(cell, form?.decimal ?? null);
      if (number === null) tell(`“${cell}” is no number.`);
      return [limit(converted(number ?? cell, column.factor), LIMITS.name, tell)];
    }
    case 'boolean':
      if (booleanOf(cell) === null) tell(`“${cell}” is neither yes nor no.`);
      return [cell];
    default:
      return [limit(cell, LIMITS.name, tell)];
  }
}
