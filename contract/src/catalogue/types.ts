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
}
