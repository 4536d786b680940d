import { ALWAYS, USUAL_BADGE_LOOK, USUAL_BADGES, type BadgeRule } from '../badge/rule';
import { followed } from '../width/widths';
import type { BadgesDesign } from './design';

const rule = (change: Pick<BadgeRule, 'id' | 'clauses' | 'text'> & Partial<BadgeRule>): BadgeRule => ({
  ...USUAL_BADGE_LOOK,
  ...ALWAYS,
  on: true,
  ...change,
});

const soldOut = (change: Partial<BadgeRule> = {}): BadgeRule =>
  rule({
    id: 'sold-out',
    clauses: [{ kind: 'stock', states: ['out'] }],
    text: { en: 'Sold out', fr: 'Épuisé' },
    ground: 'ink',
    ink: 'ground',
    ...change,
  });
const sale = (change: Partial<BadgeRule> = {}): BadgeRule =>
  rule({
    id: 'sale',
    clauses: [{ kind: 'sale' }],
    text: { en: '−{saving} %' },
    ground: 'sale',
    ink: 'ground',
    ...change,
  });
const fresh = (change: Partial<BadgeRule> = {}): BadgeRule =>
  rule({
    id: 'new',
    clauses: [{ kind: 'added', days: 30 }],
    text: { en: 'New', fr: 'Nouveau' },
    ...change,
  });

/** Sets of badges to start from. */
export const BADGE_DESIGNS: readonly BadgesDesign[] = [
  {
    kind: 'badges',
    id: 'three-plain',
    name: 'Three plain ones',
    about: 'Sold out, what is saved, and new, at the top of the picture.',
    badges: USUAL_BADGES,
  },
  {
    kind: 'badges',
    id: 'saving-alone',
    name: 'The saving alone',
    about: 'One badge, at the foot of the picture, so that nothing else asks to be looked at.',
    badges: { rules: [sale({ place: 'bottom-end', shape: 'block' })], most: 1 },
  },
  {
    kind: 'badges',
    id: 'last-pieces',
    name: 'Last pieces',
    about: 'What is nearly gone says how many are left; what is gone says so across the picture.',
    badges: {
      rules: [
        soldOut({ place: 'centre', shape: 'block' }),
        rule({
          id: 'low',
          clauses: [{ kind: 'stock', states: ['low'] }],
          text: { en: 'Only {stock} left', fr: 'Plus que {stock}' },
          ground: 'mark',
          ink: 'ink',
          place: 'bottom-start',
        }),
        sale({ place: 'top-end' }),
      ],
      most: 2,
    },
  },
  {
    kind: 'badges',
    id: 'well-rated',
    name: 'Well rated',
    about: 'What twenty people rate 4.5 or better carries its stars.',
    badges: {
      rules: [
        rule({
          id: 'rated',
          clauses: [
            { kind: 'number', field: 'rating', from: 4.5, to: null },
            { kind: 'number', field: 'ratings', from: 20, to: null },
          ],
          text: { en: '★ {rating}' },
          shape: 'pill',
          ground: 'ground',
          ink: 'ink',
          place: 'top-end',
        }),
        sale(),
      ],
      most: 2,
    },
  },
  {
    kind: 'badges',
    id: 'our-choice',
    name: 'Our choice',
    about: 'Round ones for what is featured and what is new, in the colour of marks.',
    badges: {
      rules: [
        rule({
          id: 'chosen',
          clauses: [{ kind: 'featured' }],
          text: { en: 'Our choice', fr: 'Notre choix' },
          shape: 'pill',
        }),
        fresh({ shape: 'pill', ground: 'band' }),
        sale({ shape: 'pill' }),
      ],
      most: 2,
    },
  },
  {
    kind: 'badges',
    id: 'among-the-words',
    name: 'Among the words',
    about: 'Nothing lies over the picture: new stands above the name, what is saved beside the price.',
    badges: {
      rules: [
        fresh({ place: 'above-name', shape: 'words', ink: 'good', size: followed(13) }),
        sale({ place: 'beside-price', shape: 'words', ink: 'sale', size: followed(15) }),
        soldOut({ place: 'above-name', shape: 'words', ink: 'quiet' }),
      ],
      most: 3,
    },
  },
];
