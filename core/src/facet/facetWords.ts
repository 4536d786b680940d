import type { FacetColumn } from '../catalogue/columns';
import { textIn } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { formOf, valueLabel } from '../card/card';
import { moneyOf } from '../text/money';
import { addressOf, encodedPick, type ListingState, type NeighbourAddresses } from '../address/address';
import { wordsIn } from '../words/words';
import { SEARCH_FACET, type FacetChoice } from '../plan/plan';
import { own } from '../text/own';
import { numberText } from '../text/numbers';
import type { AppliedModel } from './models';
import { pickText, type FacetPick } from '../address/selection';
import { tagTitle } from './tagTitle';

/** A facet's own words: the plan's, else the catalogue's, else its key. */
export function facetLabel(
  snapshot: Snapshot,
  choice: Pick<FacetChoice, 'key' | 'label'>,
  lang: string,
): string {
  const chosen = own(choice.label, lang);
  if (chosen) return chosen;
  const attribute = snapshot.attributes.get(choice.key);
  if (attribute) return textIn(attribute.row.labels, lang, snapshot.frame.languages) || choice.key;
  if (choice.key === 'tag') return tagTitle(snapshot, lang);
  const words: Readonly<Record<string, string>> = wordsIn(lang).facets;
  return own(words, choice.key) ?? choice.key;
}

/** A pick in words, for the chips of what is applied. */
export function pickLabel(snapshot: Snapshot, column: FacetColumn, pick: FacetPick, lang: string): string {
  if (pick.kind === 'value') {
    const code = column.kind === 'values' ? column.codeOf.get(pick.value) : undefined;
    if (code === undefined || column.kind !== 'values') return pick.value;
    const unit = snapshot.attributes.get(column.key)?.row.unit;
    return valueLabel(snapshot, column, code, lang) + (unit ? `\u00a0${unit}` : '');
  }
  if (column.key === 'rating' && pick.from !== null && pick.to === null)
    return wordsIn(lang).atLeast(numberText(pick.from, lang));
  const currency = column.key === 'price' ? snapshot.currencies[0] : null;
  const unit = snapshot.attributes.get(column.key)?.row.unit;
  const print = (number: number): string =>
    currency
      ? moneyOf(Math.round(number * 100), currency, lang).text
      : numberText(number, lang, formOf(snapshot, column.key));
  const after = unit && !currency ? `\u00a0${unit}` : '';
  if (pick.from === null) return `≤ ${print(pick.to!)}${after}`;
  if (pick.to === null) return `≥ ${print(pick.from)}${after}`;
  if (pick.from === pick.to) return print(pick.from) + after;
  return `${print(pick.from)} – ${print(pick.to)}${after}`;
}

/** A chip stands without its facet's name, so “Yes” alone would say nothing. */
function chipLabel(snapshot: Snapshot, key: string, pick: FacetPick, lang: string): string {
  const label = pickLabel(snapshot, snapshot.facets.get(key)!, pick, lang);
  const facet = facetLabel(snapshot, { key, label: {} }, lang);
  if (key === 'sale') return facet;
  return snapshot.attributes.get(key)?.row.type === 'boolean' ? `${facet}: ${label}` : label;
}

/** What is searched for within an aisle, as a chip of its own; null while nothing is. */
export function appliedSearch(state: ListingState, ownLanguage: string): AppliedModel | null {
  if (!state.q) return null;
  const href = addressOf({ ...state, q: '', page: 1 }, ownLanguage);
  return { key: SEARCH_FACET, value: state.q, label: `“${state.q}”`, href };
}

/** Every chosen value with its way out, in the order of the address. */
export function appliedModels(
  snapshot: Snapshot,
  state: ListingState,
  addresses: NeighbourAddresses,
): AppliedModel[] {
  const applied: AppliedModel[] = [];
  for (const key of [...state.selections.keys()].sort()) {
    const picks = state.selections.get(key)!;
    const texts = picks.map(encodedPick);
    picks.forEach((pick, at) =>
      applied.push({
        key,
        value: pickText(pick),
        label: chipLabel(snapshot, key, pick, state.lang),
        href: addresses.with(
          key,
          texts.filter((_, other) => other !== at),
        ),
      }),
    );
  }
  return applied;
}
