import type { Job } from '../job/types';
import type { FixtureType } from '@fond/core';
import type { NamedPlan } from '../schema/named';

/** A picture that was uploaded; its hash names its renditions. */
export interface KeptPicture {
  hash: string;
  width: number;
  height: number;
}

/** A picture that is narrower than where it is drawn. */
export interface SmallPicture {
  hash: string;
  /** Pixels of the original. */
  width: number;
  of:
    | { kind: 'product'; sku: string; name: string }
    | { kind: 'aisle'; path: string; name: string }
    | { kind: 'uploaded' };
  /** CSS pixels of the widest place; screens with two pixels for one need twice as many. */
  needed: number;
  plan: NamedPlan;
  fixture: string;
  type: FixtureType;
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
  small: readonly SmallPicture[];
  blurred: number;
  soft: number;
}

/** A picture under the name by which product files speak of it. */
export interface LibraryPicture {
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
