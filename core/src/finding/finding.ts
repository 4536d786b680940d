import type { Clause } from '../clause/rule';
import type { FacetReason } from '../facet/advice';
import type { FixtureType } from '../plan/plan';
import type { TextUse } from '../plan/planTexts';
import type { Lang } from '../text/texts';
import type { WidthName } from '../width/widths';
import type { CssFacts } from './cssFacts';

/** How much it matters: shoppers meet it, they are served worse, or it could be better. */
export type Severity = 'fault' | 'warning' | 'hint';

/** What a check found in an aisle, by its key. */
type AisleFinding =
  /** It shows nothing, though shoppers come to it; of so many products that it has by itself. */
  | { kind: 'aisle-empty'; aisle: string; products: number }
  /** Fewer products than fill a row. */
  | { kind: 'aisle-thin'; aisle: string; products: number }
  /** Its plan has a place for a description, and it has none. */
  | { kind: 'aisle-undescribed'; aisle: string }
  /** Others of its kind are called the same. */
  | { kind: 'aisle-double'; aisle: string; others: readonly string[] }
  /** Others have the same description. */
  | { kind: 'description-double'; aisle: string; others: readonly string[] }
  /** No name in some of the shop's languages. */
  | { kind: 'aisle-untranslated'; aisle: string; langs: readonly Lang[] }
  /** Plans that claim it just as exactly. */
  | { kind: 'aisle-disputed'; aisle: string; plans: readonly string[] }
  /** It shows products, and no page leads to it. */
  | { kind: 'aisle-unlinked'; aisle: string }
  /** Pins that are meant for it, and whose products it doesn't show. */
  | { kind: 'pins-lost'; aisle: string; plan: string; skus: readonly string[] };

/** What a check found of a product. */
type ProductFinding =
  /** In no category, so that no aisle of the tree has it. */
  | { kind: 'product-nowhere'; sku: string }
  | { kind: 'product-priceless'; sku: string }
  | { kind: 'product-pictureless'; sku: string }
  | { kind: 'product-undescribed'; sku: string }
  /** No name in some of the shop's languages. */
  | { kind: 'product-untranslated'; sku: string; langs: readonly Lang[] }
  /** Search engines are told the same title of others; the first of them is named. */
  | { kind: 'product-double'; sku: string; other: string; others: number }
  /** Its title in results of a search is cut. */
  | { kind: 'title-long'; sku: string; lang: Lang; letters: number }
  /** It has several pictures that are told in the same words, as nobody has said what they show. */
  | { kind: 'pictures-wordless'; sku: string; pictures: number }
  /** An earlier price that is no higher than the price. */
  | { kind: 'reduction-none'; sku: string };

/** What holds in several aisles of a plan, told once: in how many, and the first. */
interface InAisles {
  plan: string;
  aisles: number;
  first: string;
}

/** What a check found of a plan. */
type PlanFinding =
  /** A filter that helps nobody in some aisles of its plan. */
  | ({ kind: 'facet-useless'; facet: string; label: string; reason: FacetReason } & InAisles)
  /** Two filters that put products into the same groups. */
  | ({ kind: 'facets-alike'; facet: string; label: string; other: string; otherLabel: string } & InAisles)
  /** Filters that the catalogue doesn't know any more. */
  | { kind: 'facets-gone'; plan: string; facets: readonly string[] }
  /** A line of the card for which most products of some aisles have no value. */
  | ({ kind: 'line-bare'; attribute: string; label: string; products: number; of: number } & InAisles)
  /** So many cards on one page, in the first of the aisles, that a phone is slow to draw it. */
  | ({ kind: 'page-heavy'; cards: number } & InAisles)
  /** A promoting shelf that shows nothing on some aisles of its plan. */
  | ({ kind: 'promotion-empty'; fixture: string } & InAisles)
  /** A clause that takes no product away in any aisle of the plan. */
  | ({ kind: 'clause-idle'; fixture: string; clause: Clause } & InAisles)
  /** A clause that names what is gone, and so is left out. */
  | { kind: 'clause-gone'; plan: string; fixture: string; clause: Clause }
  /** Of its own reach, and it wins nowhere. */
  | { kind: 'plan-idle'; plan: string }
  /** So many products a page leave a row unfilled on every full page. */
  | { kind: 'rows-ragged'; plan: string; size: number; widths: readonly WidthName[] }
  /** A full page of a grid is a single row. */
  | { kind: 'rows-single'; plan: string; size: number }
  /** Pins of products that the shop doesn't have. */
  | { kind: 'pins-gone'; plan: string; skus: readonly string[] }
  /** Pins and groups whose last day is over. */
  | { kind: 'pins-over'; plan: string; count: number }
  /** A fixture whose last day is over. */
  | { kind: 'condition-over'; plan: string; fixture: string; type: FixtureType; to: string }
  /** A fixture that no page of the plan can show. */
  | { kind: 'condition-never'; plan: string; fixture: string; type: FixtureType }
  /** Addresses of the shop in its fixtures at which nothing stands. */
  | { kind: 'links-dead'; plan: string; addresses: readonly string[] }
  /** Texts that one of the shop's languages lacks. */
  | { kind: 'texts-missing'; plan: string; lang: Lang; texts: number; uses: readonly TextUse[] }
  /** Colours of its look that are hard to read on one another. */
  | { kind: 'contrast-low'; plan: string; pairs: readonly { what: string; contrast: number }[] }
  /** Words of its cards that are hard to read. */
  | { kind: 'card-unreadable'; plan: string; element: string; contrast: number }
  /** Words of a badge that are hard to read. */
  | { kind: 'badge-unreadable'; plan: string; badge: string; text: string; contrast: number }
  /** A badge that hides too much of the picture; the share is 0 to 1. */
  | { kind: 'badge-covers'; plan: string; badge: string; text: string; width: WidthName; share: number }
  /** A badge that no product has. */
  | { kind: 'badge-idle'; plan: string; badge: string; text: string }
  /** Pictures that are narrower than a fixture draws them, in CSS pixels; the narrowest is told. */
  | {
      kind: 'pictures-small';
      plan: string;
      fixture: string;
      type: FixtureType;
      pictures: number;
      width: number;
      needed: number;
    }
  /** Pictures that weigh too much as a fixture draws them, in bytes and pixels; the heaviest is told. */
  | {
      kind: 'pictures-heavy';
      plan: string;
      fixture: string;
      type: FixtureType;
      pictures: number;
      width: number;
      bytes: number;
    }
  /** What its own CSS shows to a pointer alone. */
  | { kind: 'css-pointer'; plan: string; selectors: readonly string[] }
  /** What its own CSS makes too small to be pressed. */
  | { kind: 'css-targets'; plan: string; targets: CssFacts['smallTargets'] }
  /** Settings that say something of what its base no longer has. */
  | { kind: 'settings-idle'; plan: string; settings: readonly (readonly string[])[] };

/** What a check found, with where and the evidence; never what could be wrong somewhere. */
export type Finding =
  | AisleFinding
  | ProductFinding
  | PlanFinding
  /** A part that no plan shows. */
  | { kind: 'part-unused'; part: string }
  /** A campaign to come that builds on a plan which won't be live, and so can't start. */
  | { kind: 'campaign-baseless'; campaign: string; name: string }
  /** A campaign to come that would change no page of what is live when it begins. */
  | { kind: 'campaign-idle'; campaign: string; name: string }
  /** A saved range, or a blend, that no plan uses. */
  | { kind: 'range-unused'; range: string; name: string }
  | { kind: 'blend-unused'; blend: string; name: string }
  /** Clauses of a saved range that name what is gone, and so are left out. */
  | { kind: 'range-stale'; range: string; name: string; clauses: readonly Clause[] }
  /** Values of an attribute that one of the shop's languages lacks, while most have a word in it. */
  | { kind: 'values-untranslated'; attribute: string; label: string; lang: Lang; values: number }
  /** An attribute that shoppers see, and that has no name in a language. */
  | { kind: 'label-untranslated'; attribute: string; label: string; lang: Lang }
  | { kind: 'redirect-loop'; from: string; steps: readonly string[] }
  | { kind: 'redirect-chain'; from: string; end: string }
  | { kind: 'redirect-dead'; from: string; to: string }
  | { kind: 'redirect-hidden'; from: string }
  /** An answer to searches that names products which are gone. */
  | { kind: 'answer-gone'; answer: string; query: string; skus: readonly string[] }
  /** An answer whose last day is over. */
  | { kind: 'answer-over'; answer: string; query: string; to: string };

export type FindingKind = Finding['kind'];

/** Every kind, with how much it matters, in the order in which they are told. */
export const FINDING_KINDS: Readonly<Record<FindingKind, Severity>> = {
  'aisle-disputed': 'fault',
  'aisle-empty': 'fault',
  'links-dead': 'fault',
  'campaign-baseless': 'fault',
  'redirect-loop': 'fault',
  'redirect-dead': 'fault',
  'product-priceless': 'fault',
  'product-nowhere': 'fault',
  'promotion-empty': 'warning',
  'clause-gone': 'warning',
  'range-stale': 'warning',
  'pins-lost': 'warning',
  'product-pictureless': 'warning',
  'product-untranslated': 'warning',
  'aisle-untranslated': 'warning',
  'reduction-none': 'warning',
  'contrast-low': 'warning',
  'card-unreadable': 'warning',
  'badge-unreadable': 'warning',
  'badge-covers': 'warning',
  'pictures-small': 'warning',
  'css-pointer': 'warning',
  'css-targets': 'warning',
  'texts-missing': 'warning',
  'values-untranslated': 'warning',
  'label-untranslated': 'warning',
  'pins-gone': 'warning',
  'answer-gone': 'warning',
  'redirect-hidden': 'warning',
  'aisle-double': 'warning',
  'product-double': 'warning',
  'description-double': 'warning',
  'aisle-unlinked': 'warning',
  'aisle-undescribed': 'warning',
  'condition-never': 'warning',
  'campaign-idle': 'warning',
  'facets-gone': 'hint',
  'facet-useless': 'hint',
  'facets-alike': 'hint',
  'line-bare': 'hint',
  'clause-idle': 'hint',
  'rows-ragged': 'hint',
  'rows-single': 'hint',
  'page-heavy': 'hint',
  'pictures-heavy': 'hint',
  'aisle-thin': 'hint',
  'product-undescribed': 'hint',
  'title-long': 'hint',
  'pictures-wordless': 'hint',
  'badge-idle': 'hint',
  'condition-over': 'hint',
  'pins-over': 'hint',
  'answer-over': 'hint',
  'settings-idle': 'hint',
  'plan-idle': 'hint',
  'part-unused': 'hint',
  'range-unused': 'hint',
  'blend-unused': 'hint',
  'redirect-chain': 'hint',
};

/** What is found of one kind: how often, and the first of it. */
export interface FindingGroup {
  kind: FindingKind;
  severity: Severity;
  count: number;
  found: readonly Finding[];
}

/** Fields that tell findings of one kind from one another, in the order in which they name one. */
const NAMING = [
  'aisle',
  'sku',
  'plan',
  'part',
  'range',
  'blend',
  'campaign',
  'attribute',
  'from',
  'answer',
  'fixture',
  'facet',
  'other',
  'reason',
  'badge',
  'element',
  'lang',
] as const;

/** The same finding has the same name, whenever it is found: by it, it is put off. */
export function findingName(finding: Finding): string {
  const parts: string[] = [finding.kind];
  for (const field of NAMING) {
    const value = (finding as Partial<Record<(typeof NAMING)[number], unknown>>)[field];
    if (typeof value !== 'string') continue;
    // An aisle and a product are themselves, whatever plan serves the one and whatever else is like the other.
    if (field === 'plan' ? 'aisle' in finding : field === 'other' && 'sku' in finding) continue;
    parts.push(value);
  }
  if ('clause' in finding) parts.push(JSON.stringify(finding.clause));
  return parts.join(' ').slice(0, MAX_FINDING_NAME);
}

/** Names are kept in the database; longer ones are cut. */
export const MAX_FINDING_NAME = 700;
