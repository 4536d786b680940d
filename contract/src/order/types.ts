import type { LostPin } from '@fond/core';

/** What the desk is told of a shelf's order in the aisle of the window. */
export interface OrderReport {
  /** The pins that hold here, by place. */
  pins: readonly { sku: string; title: string; place: number }[];
  lostPins: readonly PinReport[];
  /** Per group: how many of the shelf's products meet it, and how many stand there. */
  groups: readonly { id: string; meet: number; stand: number }[];
}

/** A pin that can't hold in the aisle of the window. */
export interface PinReport {
  sku: string;
  title: string;
  place: number;
  reason: LostPin['reason'];
}
