import { titleInShop, type Snapshot } from '../catalogue/snapshot';
import { own } from '../text/own';
import type { Finding } from './finding';

/** From this share of values on, 0 to 1, that have a word in a language, the others are taken to be forgotten. */
const MOST = 0.5;

/**
 * Attributes without a name in a language, and those most of whose values have a word in it and some don't: those that have none at all are names, and
 * the same everywhere. Numbers, and values of the shop's own language, are as they are.
 */
export function* checkValues(snapshot: Snapshot): Generator<Finding> {
  const { frame, attributes } = snapshot;
  const [, ...others] = frame.languages;
  for (const [key, { row, column }] of attributes) {
    const label = titleInShop(snapshot, row.labels) || key;
    if (row.filterable || row.onCards)
      for (const lang of others)
        if (!own(row.labels, lang)) yield { kind: 'label-untranslated', attribute: key, label, lang };
    if (row.type === 'number' || row.type === 'boolean' || column.numeric) continue;
    const values = column.values.flatMap(({ value }, code) =>
      column.postings[code].count && /\p{L}/u.test(value) ? [value] : [],
    );
    for (const lang of others) {
      const missing = values.filter((value) => !own(own(row.valueLabels, value) ?? {}, lang)).length;
      if (!missing || missing > values.length * (1 - MOST)) continue;
      yield { kind: 'values-untranslated', attribute: key, label, lang, values: missing };
    }
  }
}
