import type { Job } from '../job/types';
import type { FocusPoint, DrawnPicture, HeavyPicture, Texts } from '@fond/core';

/** A picture that was uploaded; its hash names its renditions. */
export interface KeptPicture {
  hash: string;
  width: number;
  height: number;
}

/** How the shop's pictures stand. */
export interface PictureReport {
  /** Originals that shoppers see on cards, tiles and banners. */
  pictures: number;
  renditions: { made: number; wanted: number };
  /** The job that makes what is missing; null while none runs. */
  job: Job | null;
  /** The widths in which every picture is kept, in pixels. */
  widths: readonly number[];
  /** Blurred ones first; at most 200 are listed. */
  small: readonly DrawnPicture[];
  blurred: number;
  soft: number;
  /** Those that weigh too much where plans draw them widest, the heaviest first; at most 200 are listed. */
  heavy: readonly HeavyPicture[];
  /** How many these are altogether. */
  weighty: number;
}

/** What is said of a picture, wherever it stands. */
export interface PictureWords {
  /** What it shows, by language; a language without words has the product's name. */
  alts: Texts;
  /** What of it stays in view where it is cropped; null for its middle. */
  focus: FocusPoint | null;
}

/** A picture under the name by which product files speak of it. */
export interface LibraryPicture extends PictureWords {
  source: string;
  hash: string;
  width: number;
  height: number;
  /** How many use it. */
  products: number;
  categories: number;
}

export interface PictureLibrary {
  total: number;
  pictures: readonly LibraryPicture[];
}

/** What shows a picture; at most fifty products. */
export interface PictureUses {
  products: readonly { sku: string; title: string }[];
  categories: readonly { id: number; title: string }[];
}

/** A picture that stands under a name now, and what stood there before. */
export interface ReplacedPicture {
  picture: LibraryPicture;
  before: KeptPicture;
}

/** A host that products name pictures of. */
export interface WaitingHost {
  host: string;
  /** Pictures that are not here yet. */
  waiting: number;
  allowed: boolean;
}

/** How the files of an archive are matched to products. */
export interface ArchiveMatch {
  id: string;
  /** How names are read: `{sku}_{n}`. */
  pattern: string;
  /** Files that are pictures by their names, and others. */
  pictures: number;
  others: number;
  matched: number;
  products: number;
  /** The first of those matched, in their order per product. */
  matches: readonly { file: string; sku: string; title: string; place: number }[];
  /** The first of those that no product has. */
  unmatched: readonly string[];
}
