import type { Finding, FindingKind, Severity } from '@fond/core';
import type { NamedPlan } from '../schema/named';

/** A finding with what people call what it is about, and where that is. */
export interface ToldFinding {
  /** By which it is put off. */
  name: string;
  finding: Finding;
  /** Of the aisle, the product or the plan; empty for all else. */
  title: string;
  /** Path of the aisle that it is seen in; null where it is seen in none. */
  path: string | null;
  /** Of a draft: whether what is live has it not, or otherwise. */
  fresh?: boolean;
}

/** What is found of one kind: how often, and the first of it. */
export interface ToldGroup {
  kind: FindingKind;
  severity: Severity;
  count: number;
  /** Of drafts: how many of them what is live has not, or otherwise. */
  fresh?: number;
  found: readonly ToldFinding[];
}

/** A mark by which nobody wants to hear of some findings for now, with the first that it puts off. */
export interface PutOff extends ToldFinding {
  mark: string;
  /** How many it puts off. */
  count: number;
  /** The last day on which they are left out; null for as long as they are found. */
  until: string | null;
  reason: string;
  at: string;
  by: string;
}

export interface Findings {
  groups: readonly ToldGroup[];
  putOff: readonly PutOff[];
  /** How many each aisle has that has any, by its key. */
  byAisle: readonly { aisle: string; count: number }[];
}

export interface PutOffInput {
  name: string;
  /** What it says, for the record. */
  said: string;
  until: string | null;
  reason: string;
}

/** A finding of a plan that is to be mended in its draft. */
export interface MendInput {
  name: string;
  plan: string;
  /** What is done, for the record. */
  said: string;
}

/** What was mended. */
export interface MendedPlan {
  /** By which the change is taken back. */
  id: string;
  plan: NamedPlan;
  version: number;
}
