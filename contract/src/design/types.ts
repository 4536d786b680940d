import type { DesignContent, KeptDesign } from '@fond/core';

/** A starting point that somebody has kept. */
export interface StoredDesign extends KeptDesign {
  createdAt: string;
  createdBy: string;
}

export interface DesignInput {
  name: string;
  about: string;
  content: DesignContent;
}

/** A starting point as a file that can go to another shop. */
export interface DesignFile extends DesignInput {
  format: 'fond-aisle/design';
  version: 1;
  /** What each number that it names is called: its path in the shop. */
  names: Readonly<Record<string, string>>;
}

export interface DesignImport {
  design: StoredDesign;
  /** What this shop doesn't have, by its path or its name; what named it was left out. */
  leftOut: readonly string[];
}
