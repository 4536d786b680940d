import type { Against, Floor, FloorAisle, Vocabulary } from '@fond/contract';
import {
  aisleProducts,
  choosePlan,
  facetLabel,
  textIn,
  type Aisle,
  type Candidate,
  type FacetColumn,
  type Snapshot,
  type Texts,
  SEARCH_FACET,
} from '@fond/core';
import { covered } from '../catalogue/attributes';
import type { ServingState } from '../serving/servingHost';
import { lastPublications, summaries } from '../edition/editions';
import { listPlans } from './drafts';
import { namedPlan } from '../text/namedPlan';

/** All aisles with what serves them and why. */
export async function floorOf(serving: ServingState): Promise<Floor> {
  const [all, editions, published] = await Promise.all([listPlans(serving), summaries(), lastPublications()]);
  const plans = all.filter(({ kind }) => kind === 'page');
  const { snapshot, edition } = serving;
  const { languages } = snapshot.frame;
  const aisles = snapshot.aisles.all.map((aisle): FloorAisle => {
    const choice = choosePlan(edition.plans, aisle);
    const { winner, others, disputed, leftOut } = choice;
    const count = (below: boolean): number => aisleProducts(snapshot, aisle, below).count;
    return {
      key: aisle.key,
      kind: aisle.kind,
      path: aisle.path,
      title: textIn(aisle.titles, languages[0], languages),
      titles: aisle.titles,
      parent: aisle.parent?.key ?? null,
      products: count(true),
      productsItself: count(false),
      plan: winner && namedPlan(winner.plan),
      why: winner?.rule ?? null,
      others: others.map((other) => ({
        ...namedPlan(other.plan),
        rule: other.rule,
        against: againstOf(winner!, other),
      })),
      leftOut: leftOut.map(({ plan, rule, by }) => ({ ...namedPlan(plan), rule, by })),
      standIn: standInOf(snapshot, aisle),
      closed: aisle.closed,
      picture: pictureOf(aisle),
      attribute: attributeOf(snapshot, aisle),
      disputed: disputed.length > 0,
      publishedAt: winner ? (published.get(winner.plan.id) ?? null) : null,
    };
  });
  return {
    aisles,
    plans,
    edition: editions.find((one) => one.live)!,
    products: snapshot.size,
    faults: serving.faults,
  };
}

function pictureOf({ picture }: Aisle): FloorAisle['picture'] {
  return picture?.hash ? { hash: picture.hash, focus: picture.focus } : null;
}

/** The open free page that shoppers find at an aisle's address. */
function standInOf({ aisles, frame }: Snapshot, aisle: Aisle): FloorAisle['standIn'] {
  const found = aisles.byPath.get(aisle.path);
  if (!found || found.key === aisle.key) return null;
  return { key: found.key, title: textIn(found.titles, frame.languages[0], frame.languages) };
}

function attributeOf(snapshot: Snapshot, { value }: Aisle): FloorAisle['attribute'] {
  if (!value) return null;
  const { frame } = snapshot;
  const choice = { key: value.attribute, label: {} };
  return { key: value.attribute, title: facetLabel(snapshot, choice, frame.languages[0]) };
}

/** What keeps a plan that reaches an aisle from serving it. */
function againstOf(winner: Candidate, other: Candidate): Against {
  if (other.specificity !== winner.specificity) return 'less-exact';
  return other.plan.rank === winner.plan.rank ? 'dispute' : 'lower-rank';
}

/** How many different values a facet has. */
function valuesOf(snapshot: Snapshot, key: string, column: FacetColumn): number {
  const own = snapshot.attributes.get(key)?.column ?? column;
  return own.kind === 'number' ? own.sorted.length : own.values.length;
}

/** Lists of values to choose from are cut here; longer ones are searched by typing. */
const MAX_VALUES = 200;

/** What plans can be written with. */
export function vocabularyOf(snapshot: Snapshot): Vocabulary {
  const { languages } = snapshot.frame;
  const labels = (key: string): Texts =>
    Object.fromEntries(languages.map((lang) => [lang, facetLabel(snapshot, { key, label: {} }, lang)]));
  return {
    languages,
    currency: snapshot.currencies[0] ?? 'EUR',
    products: snapshot.size,
    facets: [
      ...[...snapshot.facets].map(([key, column]) => ({
        key,
        labels: labels(key),
        coverage: column.kind === 'number' ? column.sorted.length : covered(column.offsets),
        values: valuesOf(snapshot, key, column),
      })),
      { key: SEARCH_FACET, labels: labels(SEARCH_FACET), coverage: snapshot.size, values: 0 },
    ],
    attributes: [...snapshot.attributes.values()].map(({ row, column }) => ({
      key: row.key,
      labels: labels(row.key),
      unit: row.unit,
      type: row.type,
      onCards: row.onCards,
      coverage: covered(column.offsets),
      values: column.values
        .map(({ value, labels: words }, code) => ({
          value,
          labels: words,
          count: column.postings[code].count,
        }))
        .sort((a, b) => b.count - a.count)
        .slice(0, MAX_VALUES),
    })),
  };
}
