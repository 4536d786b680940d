import {
  badgesFor,
  cardOf,
  snapshotOf,
  startingFixtures,
  ALWAYS,
  USUAL_BADGE_LOOK,
  USUAL_BADGES,
  type BadgeRule,
  type BadgeSettings,
  type Clause,
  type Shelf,
} from '../core/src';
import { FRAME, generated } from './engine/catalogue';
import { spreadOf, spreadRow, timed, type Row } from './measure';

const PRODUCTS = 10_000;
const CARDS = 200;
const ROUNDS = 300;

const extra = (id: string, clause: Clause, text: string): BadgeRule => ({
  ...USUAL_BADGE_LOOK,
  ...ALWAYS,
  id,
  on: true,
  clauses: [clause],
  text: { en: text },
});

/** The three that shops begin with, and five more with figures. */
const BADGES: BadgeSettings = {
  rules: [
    ...USUAL_BADGES.rules,
    extra('left', { kind: 'stock', states: ['low'] }, 'only {stock} left'),
    extra('featured', { kind: 'featured' }, 'Our choice'),
    extra('loved', { kind: 'number', field: 'rating', from: 4, to: null }, '{rating} stars'),
    extra('cheap', { kind: 'number', field: 'price', from: null, to: 20 }, 'Under 20'),
    extra('amount', { kind: 'sale' }, 'save {amount}'),
  ],
  most: 3,
};

/** The models of a page's cards with their badges, the rules' products known from the page before. */
export function cardRows(): Row[] {
  const snapshot = snapshotOf(FRAME, generated(PRODUCTS));
  const keys = FRAME.attributes.slice(0, 4).map(({ key }) => key);
  const { card } = startingFixtures([], keys).find((fixture): fixture is Shelf => fixture.type === 'shelf')!;
  const elements = card.map((element) => ({ ...element, on: true }));
  const times: number[] = [];
  let parts = 0;
  for (let n = 0; n < ROUNDS; n++) {
    const from = (n * CARDS) % (PRODUCTS - CARDS);
    times.push(
      timed(() => {
        const badges = badgesFor(snapshot, BADGES, {
          now: Date.now(),
          ranges: [],
          blends: [],
          zone: 'Europe/Berlin',
        });
        for (let p = from; p < from + CARDS; p++) {
          const model = cardOf(snapshot, p, elements, badges, 'en');
          parts += model.parts.length + model.badges.length;
        }
      }),
    );
  }
  if (parts < ROUNDS * CARDS * 4) throw new Error('The cards are empty.');
  return [
    spreadRow(
      `models of ${CARDS} cards with ${BADGES.rules.length} rules of badges`,
      spreadOf(times),
      'median < 2 ms',
    ),
  ];
}
