import { isOn, USUAL_PIN, type Pin } from '@fond/core';

/** Who sets a pin, and when. */
export interface Signed {
  by: string | null;
  at: string;
}

/** Where and when pins are looked at: an aisle, by its key, on a day of the shop. */
export interface Here {
  aisle: string;
  today: string;
}

/** A product that is to be held at a place of the aisle, counted from 1. */
export interface Hold {
  sku: string;
  place: number;
}

const isDated = ({ from, to }: Pin): boolean => from !== null || to !== null;

/** The pin that holds a product in the aisle itself: one of some days before one of all. */
function ownPin(pins: readonly Pin[], sku: string, { aisle, today }: Here): Pin | undefined {
  const own = pins.filter((pin) => pin.sku === sku && pin.aisle === aisle && isOn(pin, today));
  return own.find(isDated) ?? own.at(0);
}

/**
 * The pins with products held at places of an aisle. Other pins that hold there today, and whose places are wanted, move
 * on to the next free ones, in their order; pins of the whole plan stay, as other aisles follow them, and so do those of
 * other days. A product that is held already keeps what else its pin says.
 */
export function withHolds(pins: readonly Pin[], holds: readonly Hold[], here: Here, signed: Signed): Pin[] {
  const moving = new Set(holds.flatMap(({ sku }) => ownPin(pins, sku, here) ?? []));
  const taken = new Set(holds.map(({ place }) => place));
  const places = new Map<Pin, number>();
  const staying = pins.filter((pin) => pin.aisle === here.aisle && isOn(pin, here.today) && !moving.has(pin));
  for (const pin of [...staying].sort((a, b) => a.place - b.place)) {
    let { place } = pin;
    while (taken.has(place)) place++;
    taken.add(place);
    places.set(pin, place);
  }
  const kept = pins
    .filter((pin) => !moving.has(pin))
    .map((pin) => {
      const place = places.get(pin);
      return place === undefined || place === pin.place ? pin : { ...pin, place };
    });
  const held = holds.map(({ sku, place }): Pin => {
    const own = ownPin(pins, sku, here);
    return { ...USUAL_PIN, ...own, sku, place, aisle: here.aisle, ...signed };
  });
  return [...kept, ...held];
}

/** The pins without those that hold some products there today; without all of the aisle's own where none are named. */
export const withoutHolds = (pins: readonly Pin[], skus: readonly string[] | null, here: Here): Pin[] =>
  pins.filter((pin) => {
    if (!isOn(pin, here.today)) return true;
    return skus === null
      ? pin.aisle !== here.aisle
      : !(skus.includes(pin.sku) && (pin.aisle === here.aisle || pin.aisle === null));
  });

/** One behind the other, from a place on, none beyond the end. */
export function inRow(skus: readonly string[], place: number, total: number): Hold[] {
  const first = Math.max(1, Math.min(place, total - skus.length + 1));
  return skus.map((sku, at) => ({ sku, place: first + at }));
}

/** Every other place from one on, so that what is not chosen stands between; close together where the end is near. */
export function alternating(skus: readonly string[], place: number, total: number): Hold[] {
  const first = Math.max(1, Math.min(place, total - 2 * skus.length + 2));
  return first + 2 * (skus.length - 1) > total
    ? inRow(skus, place, total)
    : skus.map((sku, at) => ({ sku, place: first + 2 * at }));
}
