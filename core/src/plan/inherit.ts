import { applied, differ, entriesOf, touches } from './differences';
import {
  bodyOf,
  headOf,
  isHeir,
  type HeirDocument,
  type Plan,
  type PlanBody,
  type PlanDocument,
} from './plan';

/** A plan stands on at most so many others; a longer chain can't be followed by anybody. */
export const MAX_BASES = 7;

export type ChainFault =
  | { fault: 'base-missing'; plan: string; base: string }
  | { fault: 'loop'; plan: string; chain: readonly string[] }
  | { fault: 'too-deep'; plan: string; chain: readonly string[] };

/** Thrown where a plan can't be filled in. */
export class ChainError extends Error {
  constructor(readonly fault: ChainFault) {
    super(`Plan ${fault.plan}: ${fault.fault}`);
  }
}

export type Documents = ReadonlyMap<string, PlanDocument>;

export const documentsBy = (documents: readonly PlanDocument[]): Documents =>
  new Map(documents.map((document) => [document.id, document]));

/**
 * A plan and those it builds on, itself first, the whole one last.
 *
 * @throws {ChainError} where a base is missing, the chain leads back into itself, or is longer than `MAX_BASES`.
 */
export function chainOf(documents: Documents, id: string): PlanDocument[] {
  const chain: PlanDocument[] = [];
  for (let at: string | null = id; at !== null;) {
    const document = documents.get(at);
    if (!document)
      throw new ChainError({ fault: 'base-missing', plan: chain[chain.length - 1]?.id ?? id, base: at });
    if (chain.includes(document))
      throw new ChainError({ fault: 'loop', plan: id, chain: [...chain.map((one) => one.id), at] });
    chain.push(document);
    if (chain.length > MAX_BASES + 1)
      throw new ChainError({ fault: 'too-deep', plan: id, chain: chain.map((one) => one.id) });
    at = isHeir(document) ? document.base : null;
  }
  return chain;
}

/** An heir filled in from its base. */
export const fillIn = (heir: HeirDocument, base: PlanBody): Plan => ({
  ...headOf(heir),
  ...(applied(bodyOf(base), heir.own) as PlanBody),
});

/**
 * All plans with what they inherit filled in, in the documents' order.
 *
 * @throws {ChainError} as `chainOf`.
 */
export function resolveAll(documents: readonly PlanDocument[]): Plan[] {
  const byId = documentsBy(documents);
  const filled = new Map<string, Plan>();
  return documents.map(({ id }) => resolveWith(byId, id, filled));
}

/** One plan filled in; `chainOf` tells its faults. */
export const resolvePlan = (documents: Documents, id: string): Plan => resolveWith(documents, id, new Map());

function resolveWith(documents: Documents, id: string, filled: Map<string, Plan>): Plan {
  const known = filled.get(id);
  if (known) return known;
  const chain = chainOf(documents, id);
  let plan: Plan | null = null;
  for (const document of chain.reverse()) {
    plan = filled.get(document.id) ?? (isHeir(document) ? fillIn(document, plan!) : document);
    filled.set(document.id, plan);
  }
  return plan!;
}

/**
 * A plan's document after its page was edited: what the edited plan says otherwise than its base is its own, and what
 * was own and still stands stays so. A whole plan's document is the plan.
 */
export function documentOf(before: PlanDocument, base: PlanBody | null, edited: Plan): PlanDocument {
  if (!isHeir(before) || !base) return edited;
  const own = differ(bodyOf(base), bodyOf(edited), before.own);
  return { ...headOf(edited), base: before.base, own };
}

/** The plan as one that stands alone and looks as it does now. */
export const standingAlone = (plan: Plan): Plan => ({ ...headOf(plan), ...bodyOf(plan) });

/** The plan on another base, looking as it does now: whatever the new base says otherwise becomes its own. */
export const basedOn = (plan: Plan, base: Plan): HeirDocument => ({
  ...headOf(plan),
  base: base.id,
  own: differ(bodyOf(base), bodyOf(plan)),
});

/** The plan whose value stands at a path: the nearest of the chain that says something of it; the last if none does. */
export function originOf(chain: readonly PlanDocument[], path: readonly string[]): string {
  const nearest = chain.find((document) => isHeir(document) && touches(document.own, path));
  return (nearest ?? chain[chain.length - 1]).id;
}

/** The plans that build on another one, near or far. */
export function heirsOf(documents: readonly PlanDocument[], id: string): PlanDocument[] {
  const byId = documentsBy(documents);
  return documents.filter((document) => {
    const seen = new Set<string>();
    for (let at: PlanDocument | undefined = document; at && isHeir(at) && !seen.has(at.id);) {
      if (at.base === id) return true;
      seen.add(at.id);
      at = byId.get(at.base);
    }
    return false;
  });
}

/** What of a change in a base an heir won't take, because it says something of its own there. */
export function listKeptOverrides(
  heir: HeirDocument,
  before: PlanBody,
  after: PlanBody,
): (readonly string[])[] {
  const change = differ(bodyOf(before), bodyOf(after));
  const own = entriesOf(heir.own);
  return entriesOf(change)
    .map(({ path }) => path)
    .filter((path) =>
      own.some((entry) => {
        const shorter = Math.min(entry.path.length, path.length);
        return path.slice(0, shorter).every((step, at) => entry.path[at] === step);
      }),
    );
}
