import { USUAL_PIN, type Pin } from '@fond/core';
import type { Signed } from '../../draft/pins';

/** A product that is to be held at a place of the aisle, counted from 1. */
export interface Hold {
  sku: string;
  place: number;
}

/**
 * The pins with products held at places of one aisle. Other pins of that aisle whose places are wanted move on to the next
 * free ones, in their order; pins of the whole plan stay, as other aisles follow them. A product that is held already
 * keeps what else its pin says.
 */
export function withHolds(
  pins: readonly Pin[],
  holds: readonly Hold[],
  aisle: string,
  signed: Signed,
): Pin[] {
  const moving = new Set(holds.map(({ sku }) => sku));
  const owns = (pin: Pin): boolean => pin.aisle === aisle;
  const taken = new Set(holds.map(({ place }) => place));
  const places = new Map<Pin, number>();
  const staying = pins.filter((pin) => owns(pin) && !moving.has(pin.sku));
  for (const pin of [...staying].sort((a, b) => a.place - b.place)) {
    let { place } = pin;
    while (taken.has(place)) place++;
    taken.add(place);
    places.set(pin, place);
  }
  const kept = pins
    .filter((pin) => !owns(pin) || !moving.has(pin.sku))
    .map((pin) => {
      const place = places.get(pin);
      return place === undefined || place === pin.place ? pin : { ...pin, place };
    });
  const held = holds.map(({ sku, place }): Pin => {
    const own = pins.find((pin) => owns(pin) && pin.sku === sku);
    return { ...USUAL_PIN, ...own, sku, place, aisle, ...signed };
  });
  return [...kept, ...held];
}

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

/** The pins without those that hold some products in an aisle; all of the aisle's own where none are named. */
export const withoutHolds = (pins: readonly Pin[], skus: readonly string[] | null, aisle: string): Pin[] =>
  pins.filter((pin) =>
    skus === null
      ? pin.aisle !== aisle
      : !(skus.includes(pin.sku) && (pin.aisle === aisle || pin.aisle === null)),
  );
