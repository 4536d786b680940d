import type { Finding, FindingKind, Severity } from '@fond/core';

/** A finding with what people call what it is about, and where that is. */
export interface ToldFinding {
  /** By which it is put off. */
  name: string;
  finding: Finding;
  /** Of the aisle, the product or the plan; empty for all else. */
  title: string;
  /** Path of the aisle that it is seen in; null where it is seen in none. */
  path: string | null;
}

/** What is found of one kind: how often, and the first of it. */
export interface ToldGroup {
  kind: FindingKind;
  severity: Severity;
  count: number;
  found: readonly ToldFinding[];
}

/** A finding that nobody wants to hear of for now. */
export interface PutOff extends ToldFinding {
  /** The last day on which it is left out; null for as long as it is found. */
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
