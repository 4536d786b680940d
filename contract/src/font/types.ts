import type { OwnFontName } from '@fond/core';

/** A family that the shop has brought itself. */
export interface OwnFont {
  /** As looks and cards name it. */
  id: OwnFontName;
  name: string;
  /** From the lightest to the boldest that it can be, 1 to 1000. */
  weights: { from: number; to: number };
  italic: boolean;
  /** What people are shown until it has come: of the same kind, and as large. */
  near: 'sans' | 'serif' | 'mono';
  /** By what right the shop uses it. */
  licence: string;
  /** As it was brought, and as the shop sends it. */
  bytes: number;
  sent: number;
  /** Letters of the shop's languages that it lacks. */
  lacks: string;
  /** Offered no more; pages that use it keep it. */
  away: boolean;
  createdAt: string;
  createdBy: string;
}
