import type { FacetReason } from '../facet/advice';
import type { Lang } from '../text/texts';
import type { WidthName } from '../width/widths';

/** How much it matters: shoppers meet it, they are served worse, or it could be better. */
export type Severity = 'fault' | 'warning' | 'hint';

/** What a check found, with where and the evidence; never what could be wrong somewhere. */
export type Finding =
  /** An aisle that shoppers come to and that shows nothing. */
  | { kind: 'aisle-empty'; aisle: string }
  /** Fewer products than fill a row. */
  | { kind: 'aisle-thin'; aisle: string; products: number }
  /** Its plan has a place for a description, and it has none. */
  | { kind: 'aisle-undescribed'; aisle: string }
  /** Others of its kind are called the same. */
  | { kind: 'aisle-double'; aisle: string; others: readonly string[] }
  /** Plans that claim it just as exactly. */
  | { kind: 'aisle-disputed'; aisle: string; plans: readonly string[] }
  /** A filter that helps nobody in some aisles of its plan. */
  | {
      kind: 'facet-useless';
      plan: string;
      facet: string;
      label: string;
      reason: FacetReason;
      aisles: number;
      first: string;
    }
  /** A promoting shelf that shows nothing on some aisles of its plan. */
  | { kind: 'promotion-empty'; plan: string; fixture: string; aisles: number; first: string }
  /** In no category, so that no aisle of the tree has it. */
  | { kind: 'product-nowhere'; sku: string }
  | { kind: 'product-priceless'; sku: string }
  | { kind: 'product-pictureless'; sku: string }
  | { kind: 'product-undescribed'; sku: string }
  /** No name in some of the shop's languages. */
  | { kind: 'product-untranslated'; sku: string; langs: readonly Lang[] }
  /** An earlier price that is no higher than the price. */
  | { kind: 'reduction-none'; sku: string }
  /** A plan, of its own reach, that wins nowhere. */
  | { kind: 'plan-idle'; plan: string }
  /** So many products a page leave a row unfilled on every full page. */
  | { kind: 'rows-ragged'; plan: string; size: number; widths: readonly WidthName[] }
  /** Pins of products that the catalogue doesn't have. */
  | { kind: 'pins-gone'; plan: string; skus: readonly string[] }
  /** Pins and groups whose last day is over. */
  | { kind: 'pins-over'; plan: string; count: number }
  /** Addresses of the shop in its fixtures at which nothing stands. */
  | { kind: 'links-dead'; plan: string; addresses: readonly string[] }
  /** Texts that one of the shop's languages lacks. */
  | { kind: 'texts-missing'; plan: string; lang: Lang; texts: number }
  /** Colours of its look that are hard to read on one another. */
  | { kind: 'contrast-low'; plan: string; pairs: readonly { what: string; contrast: number }[] }
  /** A part that no plan shows. */
  | { kind: 'part-unused'; part: string }
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
  'redirect-loop': 'fault',
  'redirect-dead': 'fault',
  'product-priceless': 'fault',
  'product-nowhere': 'fault',
  'promotion-empty': 'warning',
  'product-pictureless': 'warning',
  'product-untranslated': 'warning',
  'reduction-none': 'warning',
  'contrast-low': 'warning',
  'texts-missing': 'warning',
  'pins-gone': 'warning',
  'answer-gone': 'warning',
  'redirect-hidden': 'warning',
  'aisle-double': 'warning',
  'aisle-undescribed': 'warning',
  'facet-useless': 'hint',
  'rows-ragged': 'hint',
  'aisle-thin': 'hint',
  'product-undescribed': 'hint',
  'pins-over': 'hint',
  'answer-over': 'hint',
  'plan-idle': 'hint',
  'part-unused': 'hint',
  'redirect-chain': 'hint',
};

/** What is found of one kind: how often, and the first of it. */
export interface FindingGroup {
  kind: FindingKind;
  severity: Severity;
  count: number;
  found: readonly Finding[];
}

/** The same finding has the same name, whenever it is found: by it, it is put off. */
export function findingName(finding: Finding): string {
  const { kind } = finding;
  if ('aisle' in finding) return join(kind, finding.aisle);
  if ('sku' in finding) return join(kind, finding.sku);
  if ('plan' in finding)
    return join(
      kind,
      finding.plan,
      'fixture' in finding ? finding.fixture : '',
      'facet' in finding ? `${finding.facet} ${finding.reason}` : '',
      'lang' in finding ? finding.lang : '',
    );
  if ('part' in finding) return join(kind, finding.part);
  if ('from' in finding) return join(kind, finding.from);
  return join(kind, finding.answer);
}

const join = (...parts: readonly string[]): string => parts.filter(Boolean).join(' ');
