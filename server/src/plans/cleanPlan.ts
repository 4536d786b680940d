import { isHeir, type Difference, type Fixture, type PlanDocument, type Texts } from '@fond/core';
import { cleanHtml } from '../catalogue/import/parseRecord';

const cleaned = (texts: Texts): Texts =>
  Object.fromEntries(Object.entries(texts).map(([lang, html]) => [lang, cleanHtml(html)]));

const clean = (fixture: Fixture): Fixture =>
  fixture.type === 'words' ? { ...fixture, html: cleaned(fixture.html) } : fixture;

/** What an heir says of the words of a fixture: all of it, or one language. */
function cleanDifference(difference: Difference, property: string): Difference {
  if ('set' in difference) {
    if (property !== 'html') return difference;
    const { set } = difference;
    return { set: typeof set === 'string' ? cleanHtml(set) : cleaned(set as Texts) };
  }
  if ('at' in difference)
    return {
      at: Object.fromEntries(
        Object.entries(difference.at).map(([key, inner]) => [
          key,
          cleanDifference(inner, property === 'html' ? property : key),
        ]),
      ),
    };
  return {
    ...difference,
    items: Object.fromEntries(
      Object.entries(difference.items).map(([id, inner]) => [id, cleanDifference(inner, property)]),
    ),
    added:
      property === 'fixtures'
        ? difference.added.map(({ item, after }) => ({ item: clean(item as Fixture), after }))
        : difference.added,
  };
}

/** A plan as it comes in, with the words that merchandisers wrote made harmless. */
export function cleanPlan<T extends PlanDocument>(document: T): T {
  if (isHeir(document))
    return document.own ? { ...document, own: cleanDifference(document.own, '') } : document;
  return { ...document, fixtures: document.fixtures.map(clean) };
}
