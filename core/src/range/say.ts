import { isGroup, type Clause, type NumberField, type RangeRule, type RangeSource } from '../clause/rule';

/** How the things that clauses name are called; null where they are gone. */
export interface RangeNames {
  category: (id: number) => string | null;
  collection: (id: number) => string | null;
  tag: (id: number) => string | null;
  attribute: (key: string) => AttributeName | null;
  range: (id: string) => string | null;
  blend: (id: string) => string | null;
  language: (lang: string) => string;
}

export interface AttributeName {
  label: string;
  unit: string | null;
  numeric: boolean;
  value: (value: string) => string;
}

/** “a”, “a or b”, “a, b or c”. */
export function listWords(words: readonly string[], joint: 'and' | 'or'): string {
  if (words.length < 2) return words.join();
  return `${words.slice(0, -1).join(', ')} ${joint} ${words[words.length - 1]}`;
}

/** The source alone: “the aisle’s products”. */
export function saySource(source: RangeSource, names: RangeNames): string {
  switch (source.kind) {
    case 'aisle': {
      const main = source.main ? ', by their main category only,' : '';
      return source.below ? `the aisle’s products${main}` : `the products of the aisle itself${main}`;
    }
    case 'catalogue':
      return 'products of the whole shop';
    case 'related':
      return 'products related to the one on the page';
    case 'recent':
      return 'what the shopper has looked at last';
    case 'linked':
      return source.as === 'with'
        ? 'products that go well with the one on the page'
        : 'products to take instead of the one on the page';
    case 'named':
      if (!source.skus.length) return 'no named products';
      return source.skus.length === 1 ? 'one named product' : `${source.skus.length} named products`;
    case 'saved': {
      const name = names.range(source.range);
      return name === null ? 'a saved range that is gone' : `the range “${name}”`;
    }
  }
}

/** A rule as a sentence that can be read aloud: “the aisle’s products that are on sale and not sold out”. */
export function sayRange(rule: RangeRule, names: RangeNames): string {
  const source = saySource(rule.source, names);
  if (!rule.clauses.length) return source.replace(/,$/, '');
  const said = rule.clauses.map((clause) => sayClause(clause, names));
  return `${source} that ${joinPhrases(said, 'and')}`;
}

/** Says a common verb once: “are on sale and not sold out”. */
function joinPhrases(phrases: readonly string[], joint: 'and' | 'or'): string {
  const all = phrases.map((phrase, at) => {
    const verb = /^(are|have) /.exec(phrase)?.[0];
    const before = at ? /^(are|have) /.exec(phrases[at - 1])?.[0] : undefined;
    return verb && verb === before ? phrase.slice(verb.length) : phrase;
  });
  return listWords(all, joint);
}

/** One clause as what follows “products that …”. */
export function sayClause(clause: Clause, names: RangeNames): string {
  if (isGroup(clause)) {
    if (!clause.of.length) return 'are of any kind';
    if (clause.kind === 'none') {
      const denied = clause.of.map((inner) => deny(sayClause(inner, names)));
      return joinPhrases(denied, 'and');
    }
    const said = joinPhrases(
      clause.of.map((inner) => sayClause(inner, names)),
      clause.kind === 'any' ? 'or' : 'and',
    );
    return clause.kind === 'any' && clause.of.length > 1 ? `either ${said}` : said;
  }
  switch (clause.kind) {
    case 'category': {
      const name = names.category(clause.category) ?? 'a category that is gone';
      const below = clause.below ? '' : ' itself';
      return clause.main ? `have ${name}${below} as their main category` : `are in ${name}${below}`;
    }
    case 'collection':
      return `are in the collection ${names.collection(clause.collection) ?? 'that is gone'}`;
    case 'tag':
      return `are tagged “${names.tag(clause.tag) ?? 'a tag that is gone'}”`;
    case 'attribute': {
      const attribute = names.attribute(clause.attribute);
      if (!attribute) return `have a value of “${clause.attribute}”, which is gone`;
      const label = attribute.label.toLowerCase();
      if (!clause.values.length) return `have any ${label}`;
      return `have ${listWords(clause.values.map(attribute.value), 'or')} as their ${label}`;
    }
    case 'attributeNumber': {
      const attribute = names.attribute(clause.attribute);
      if (!attribute) return `have a value of “${clause.attribute}”, which is gone`;
      const unit = attribute.unit ? ` ${attribute.unit}` : '';
      return `have ${span(clause.from, clause.to, unit)} as their ${attribute.label.toLowerCase()}`;
    }
    case 'number':
      return sayNumber(clause.field, clause.from, clause.to);
    case 'activity': {
      const times = clause.least === 1 ? 'once' : `${clause.least} times`;
      return `were ${clause.of === 'sold' ? 'sold' : 'seen'} at least ${times} in ${days(clause.days)}`;
    }
    case 'stock':
      return `are ${listWords(
        STOCK_WORDS.flatMap(([state, word]) => (clause.states.includes(state) ? [word] : [])),
        'or',
      )}`
        .replace('plentiful or low in stock', 'in stock')
        .replace(/^are plentiful$/, 'are plentiful in stock');
    case 'added':
      return `were added within ${days(clause.days)}`;
    case 'title':
      return `have “${clause.text}” in their name`;
    case 'language':
      return `are named in ${names.language(clause.lang)}`;
    case 'sale':
      return 'are on sale';
    case 'featured':
      return 'are featured';
    case 'picture':
      return 'have a picture';
    case 'free':
      return 'are free of charge';
  }
}

const STOCK_WORDS = [
  ['in', 'plentiful'],
  ['low', 'low in stock'],
  ['out', 'sold out'],
] as const;

const days = (count: number): string => (count === 1 ? 'one day' : `${count} days`);

function span(from: number | null, to: number | null, unit: string): string {
  if (from === null && to === null) return 'any number';
  if (from === null) return `at most ${to}${unit}`;
  if (to === null) return `at least ${from}${unit}`;
  return from === to ? `${from}${unit}` : `${from} to ${to}${unit}`;
}

/** Verb, unit, and what is said where both ends are open. */
const NUMBERS: Readonly<Record<NumberField, readonly [verb: string, unit: string, any: string]>> = {
  price: ['cost', '', 'have any price'],
  saving: ['are reduced by', ' %', 'are reduced by any amount'],
  rating: ['are rated', ' stars', 'have any rating'],
  ratings: ['have', ' ratings', 'have any number of ratings'],
  stock: ['have', ' pieces in stock', 'have any number of pieces in stock'],
  sold: ['have been sold', ' times', 'have been sold any number of times'],
  seen: ['have been seen', ' times lately', 'have been seen any number of times lately'],
  clicked: [
    'are clicked',
    ' % of the times they are seen',
    'are clicked any share of the times they are seen',
  ],
  earned: ['earn', ' for a thousand times they are seen', 'earn anything for being seen'],
};

/** “1 piece in stock”, “2 pieces in stock”. */
const unitOf = (unit: string, count: number | null): string =>
  count === 1 ? unit.replace(/^ (piece|rating|star|time)s/, ' $1') : unit;

function sayNumber(field: NumberField, from: number | null, to: number | null): string {
  const [verb, unit, any] = NUMBERS[field];
  if (from === null && to === null) return any;
  if (from === null) return `${verb} at most ${to}${unitOf(unit, to)}`;
  if (to === null) return `${verb} at least ${from}${unitOf(unit, from)}`;
  return from === to ? `${verb} ${from}${unitOf(unit, from)}` : `${verb} ${from} to ${to}${unit}`;
}

/** “are on sale” turned into “are not on sale”, “have …” into “do not have …”. */
function deny(phrase: string): string {
  const verb = /^(are|were|have been) (not )?/.exec(phrase);
  if (verb) return `${verb[1]} ${verb[2] ? '' : 'not '}${phrase.slice(verb[0].length)}`;
  const other = /^do not (have|cost) /.exec(phrase);
  if (other) return phrase.slice('do not '.length);
  return phrase.startsWith('either ') ? `neither ${phrase.slice('either '.length)}` : `do not ${phrase}`;
}
