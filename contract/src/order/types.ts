import type { LostPin } from '@fond/core';

/** A pin that can't hold in the aisle of the window. */
export interface PinReport {
  sku: string;
  title: string;
  place: number;
  reason: LostPin['reason'];
}
