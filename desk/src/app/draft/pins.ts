import { USUAL_PIN, type Pin } from '@fond/core';

/** Who sets a pin, and when. */
export interface Signed {
  by: string | null;
  at: string;
}

/** Whether a pin holds in an aisle. */
const holdsIn = ({ aisle }: Pin, key: string): boolean => aisle === null || aisle === key;

/**
 * The pins with a product held at a place of one aisle. A pin of that aisle that stands there makes room and moves on by
 * one, and so on; pins of the whole plan stay, as other aisles follow them.
 */
export function withPin(
  pins: readonly Pin[],
  { sku, place, aisle }: Pick<Pin, 'sku' | 'place'> & { aisle: string },
  signed: Signed,
): Pin[] {
  const own = pins.find((pin) => pin.sku === sku && pin.aisle === aisle);
  const others = pins.filter((pin) => !(pin.sku === sku && pin.aisle === aisle));
  const taken = new Map(others.filter((pin) => pin.aisle === aisle).map((pin) => [pin.place, pin]));
  const moved = new Map<Pin, Pin>();
  for (let at = place, pin = taken.get(at); pin; pin = taken.get(at)) {
    moved.set(pin, { ...pin, place: ++at });
  }
  return [
    ...others.map((pin) => moved.get(pin) ?? pin),
    { ...USUAL_PIN, ...own, sku, place, aisle, ...signed },
  ];
}

/** The pins without those that hold a product in an aisle. */
export const withoutPin = (pins: readonly Pin[], sku: string, aisle: string): Pin[] =>
  pins.filter((pin) => pin.sku !== sku || !holdsIn(pin, aisle));
