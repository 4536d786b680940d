import type { Badge, BadgePlace, DrawnBadge } from '@fond/core';

const NORMAL = { size: 13, opacity: 100 };

/** The look's colour of a name, or a colour of its own. */
const paint = (colour: DrawnBadge['ground']): string =>
  colour.startsWith('#') ? colour : `var(--${colour})`;

/** How a badge is drawn, where that is not as the style sheet has it by itself. */
function styleOf({ ground, ink, opacity, size }: DrawnBadge): string {
  const own = [`--badge:${paint(ground)}`, `--on:${paint(ink)}`];
  if (opacity !== NORMAL.opacity) own.push(`--seen:${opacity}%`);
  for (const width of ['wide', 'medium', 'narrow'] as const)
    if (size[width] !== NORMAL.size) own.push(`--letters-${width}:${size[width]}px`);
  return own.join(';');
}

/** Where the badges of one list stand: over a picture, each at its place; at one place among the words; all in a row. */
export type BadgeSpot = 'picture' | 'above-name' | 'beside-price' | 'row';

/** Those that stand among a card's words. */
export type WordSpot = Extract<BadgeSpot, BadgePlace>;
const AMONG_WORDS: readonly BadgePlace[] = ['above-name', 'beside-price'] satisfies WordSpot[];

/** Badges that stand together at one place of a picture; at none where their spot is place enough. */
export interface BadgeGroup {
  place: BadgePlace | null;
  drawn: { badge: Badge; shape: DrawnBadge['shape']; picture: DrawnBadge['picture']; style: string }[];
}

/**
 * The badges that stand at one spot.
 *
 * @param astray spots among the words that the card doesn't have: what belongs there lies over the picture all the same
 */
export function badgeGroups(
  badges: readonly Badge[],
  looks: Readonly<Record<string, DrawnBadge>>,
  spot: BadgeSpot,
  astray: readonly WordSpot[],
): BadgeGroup[] {
  const groups = new Map<BadgePlace | null, BadgeGroup['drawn']>();
  for (const badge of badges) {
    const look = looks[badge.key] as DrawnBadge | undefined;
    if (!look) continue;
    const among = AMONG_WORDS.includes(look.place) && !astray.includes(look.place as WordSpot);
    if (spot === 'picture' ? among : spot !== 'row' && (!among || look.place !== spot)) continue;
    const place = spot !== 'picture' ? null : AMONG_WORDS.includes(look.place) ? 'top-start' : look.place;
    const drawn = { badge, shape: look.shape, picture: look.picture, style: styleOf(look) };
    groups.set(place, [...(groups.get(place) ?? []), drawn]);
  }
  return [...groups].map(([place, drawn]) => ({ place, drawn }));
}
