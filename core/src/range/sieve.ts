import type { Aisle } from '../catalogue/aisles';
import { countOf, holds, intersectInto, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { clauseBitset, faultOf, type ClauseFault } from './clauseBitset';
import { runRange, findSavedRange, sourceBitset } from './range';
import { isGroup, type Clause, type RangeContext, type RangeRule } from '../clause/rule';

/** One clause of a range, and what it does to the products of the source. */
export interface SieveStep {
  /** Left of the source after this clause and all before it. */
  left: number;
  /** Of the source's products, how many this clause alone takes away. */
  alone: number;
  /** Left at the end if this clause were dropped. */
  without: number;
  /** How many products of the whole shop meet it. */
  inShop: number;
  fault: ClauseFault | null;
  /** The clauses inside a group. */
  of: readonly SieveStep[];
}

/** What would help a range that shows nothing, or next to nothing. */
export type SieveHelp =
  /** Dropping this clause brings back products. */
  | { kind: 'drop'; clause: number; count: number; inShop: number }
  /** No product of the source is marked as this clause asks: mark some. */
  | { kind: 'mark'; clause: number; inShop: number }
  | { kind: 'source' };

export interface Sieve {
  source: number;
  count: number;
  steps: readonly SieveStep[];
  help: readonly SieveHelp[];
}

const commonOf = (a: Bitset, b: Bitset): Bitset => a.map((word, w) => word & b[w]);

/** The narrowing of a range, clause by clause; for the desk, so it is worked out only when asked for. */
export function sieveOf(snapshot: Snapshot, aisle: Aisle, rule: RangeRule, context: RangeContext): Sieve {
  const source = sourceBitset(snapshot, aisle, rule.source, context);
  const sourceCount = countOf(source);
  const left = source.slice();
  const steps = rule.clauses.map((clause, at): SieveStep => {
    const rest = rule.clauses.filter((_, other) => other !== at);
    return {
      ...stepOf(snapshot, clause, source, sourceCount, left, context),
      without: runRange(snapshot, aisle, { ...rule, clauses: rest }, context).count,
    };
  });
  const count = countOf(left);
  return {
    source: sourceCount,
    count,
    steps,
    help: count === 0 ? helpFor(sourceCount, rule.clauses, steps) : [],
  };
}

/** Narrows `left` by the clause. Inside groups `left` counts what meets the clause within the source. */
function stepOf(
  snapshot: Snapshot,
  clause: Clause,
  source: Bitset,
  sourceCount: number,
  left: Bitset,
  context: RangeContext,
): SieveStep {
  const fault = faultOf(snapshot, clause);
  const met = clauseBitset(snapshot, clause, context);
  if (!fault) intersectInto(left, met);
  const count = countOf(left);
  return {
    left: count,
    alone: fault ? 0 : sourceCount - countOf(commonOf(source, met)),
    without: count,
    inShop: fault ? 0 : countOf(met),
    fault,
    of: isGroup(clause)
      ? clause.of.map((inner) => stepOf(snapshot, inner, source, sourceCount, source.slice(), context))
      : [],
  };
}

/** The ways out of an empty range, the most telling first. */
function helpFor(sourceCount: number, clauses: readonly Clause[], steps: readonly SieveStep[]): SieveHelp[] {
  if (sourceCount === 0) return [{ kind: 'source' }];
  const marks: SieveHelp[] = [];
  const drops: Extract<SieveHelp, { kind: 'drop' }>[] = [];
  steps.forEach(({ fault, alone, inShop, without }, clause) => {
    if (fault) return;
    if (alone === sourceCount && clauses[clause].kind === 'featured')
      marks.push({ kind: 'mark', clause, inShop });
    if (without > 0) drops.push({ kind: 'drop', clause, count: without, inShop });
  });
  return [...marks, ...drops.sort((a, b) => b.count - a.count)];
}

/** One clause as a single product meets it. */
export interface ClauseAnswer {
  meets: boolean;
  fault: ClauseFault | null;
  of: readonly ClauseAnswer[];
}

/** Why a product is in a range or not. */
export interface RangeAnswer {
  inside: boolean;
  /** Whether the source has it at all. */
  inSource: boolean;
  clauses: readonly ClauseAnswer[];
  /** Place of the first clause that it fails; null where it fails none. */
  firstFailed: number | null;
  /** Of a saved range, its own clauses and source; null for any other source, and for a range that is gone. */
  saved: SavedAnswer | null;
}

export interface SavedAnswer extends Omit<RangeAnswer, 'saved'> {
  name: string;
  rule: RangeRule;
}

/** Every clause that product `p` meets and fails. */
export function whyInRange(
  snapshot: Snapshot,
  aisle: Aisle,
  rule: RangeRule,
  p: number,
  context: RangeContext,
): RangeAnswer {
  const saved = findSavedRange(rule.source, context) ?? null;
  return {
    ...clausesMet(snapshot, aisle, rule, p, context),
    saved: saved && {
      name: saved.name,
      rule: saved.rule,
      ...clausesMet(snapshot, aisle, saved.rule, p, context),
    },
  };
}

function clausesMet(
  snapshot: Snapshot,
  aisle: Aisle,
  rule: RangeRule,
  p: number,
  context: RangeContext,
): Omit<RangeAnswer, 'saved'> {
  const answer = (clause: Clause): ClauseAnswer => ({
    meets: holds(clauseBitset(snapshot, clause, context), p),
    fault: faultOf(snapshot, clause),
    of: isGroup(clause) ? clause.of.map(answer) : [],
  });
  const clauses = rule.clauses.map(answer);
  const inSource = holds(sourceBitset(snapshot, aisle, rule.source, context), p);
  const failed = clauses.findIndex(({ meets, fault }) => !meets && !fault);
  return {
    inside: inSource && failed < 0,
    inSource,
    clauses,
    firstFailed: failed < 0 ? null : failed,
  };
}
