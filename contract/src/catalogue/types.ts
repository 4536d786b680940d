import type { AttributeType, Clause, Texts, ValueShow } from '@fond/core';
/** A category with its place in the tree. */
export interface CategoryLine {
  id: number;
  parent: number | null;
  slug: string;
  /** As under the shop's root. */
  path: string;
  /** As product files write it. */
  written: string;
  titles: Readonly<Record<string, string>>;
  /** Among its sisters, from 0. */
  position: number;
  colour: string | null;
  /** Shoppers see neither it nor what is below it. */
  hidden: boolean;
  /** In it itself, and with all below it. */
  products: number;
  below: number;
  /** Content hash of its picture. */
  picture: string | null;
}

export interface TagLine {
  id: number;
  slug: string;
  path: string;
  /** As product files write it. */
  written: string;
  titles: Readonly<Record<string, string>>;
  products: number;
}

/** Where a category stands, and how its address is written. */
export interface CategoryPlace {
  parent: number | null;
  /** Among its sisters, from 0; the others make room. */
  position: number;
  slug: string;
  colour: string | null;
  /** Shoppers see neither it nor what is below it; as it is where nothing is said. */
  hidden?: boolean;
}

interface WordedGroup {
  titles: Texts;
  /** HTML. */
  descriptions: Texts;
}

export interface FiledCategory extends WordedGroup {
  /** Words of its address, from the root: `/cookware/pans`. */
  path: string;
  /** Among its sisters. */
  position: number;
  colour: string | null;
  /** Shown where it isn't said. */
  hidden?: boolean;
  /** As product files name pictures. */
  picture: string | null;
}

export interface FiledTag extends WordedGroup {
  slug: string;
}

export interface FiledAttribute {
  key: string;
  type: AttributeType;
  unit: string | null;
  labels: Texts;
  position: number;
  filterable: boolean;
  onCards: boolean;
  hasAisles: boolean;
  values: readonly { value: string; swatch: string | null; labels: Texts }[];
  /** How shoppers see the values; left out where nobody has said it. */
  shown?: ValueShow;
}

export interface FiledCollection extends WordedGroup {
  slug: string;
  /** What its products have to meet; null where they are put in by hand. */
  clauses: readonly Clause[] | null;
  arranged: readonly string[];
}

/** Everything that products are grouped and described by, as a file that goes to another shop. */
export interface GroupFile {
  format: 'fond-aisle/groups';
  version: 1;
  categories: readonly FiledCategory[];
  tags: readonly FiledTag[];
  attributes: readonly FiledAttribute[];
  collections: readonly FiledCollection[];
  /** What the numbers in clauses mean: a category’s path, a tag’s or a collection’s slug. */
  names: Readonly<Record<string, string>>;
}

interface GroupCounts {
  made: number;
  changed: number;
  unchanged: number;
}

export interface GroupImport {
  categories: GroupCounts;
  tags: GroupCounts;
  attributes: GroupCounts;
  collections: GroupCounts;
  /** What is worth a word, in sentences. */
  notices: readonly string[];
}
