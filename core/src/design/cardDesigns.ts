import {
  cardElement,
  USUAL_ELEMENT_LOOK,
  USUAL_FACE,
  type CardElement,
  type CardElementKind,
  type CardFace,
  type ElementLook,
} from '../card/design';
import type { CardDesignStart, DesignFacts } from './design';

type Change = Partial<Omit<CardElement, 'element' | 'look'>> & { look?: Partial<ElementLook> };

const element = (kind: CardElementKind, { look, ...change }: Change = {}): CardElement => ({
  ...cardElement(kind),
  ...change,
  look: { ...USUAL_ELEMENT_LOOK, ...look },
});

/** Lines of the shop's own attributes, the first ones. */
const lines = ({ attributes }: DesignFacts, count: number, change: Change = {}): CardElement[] =>
  attributes.slice(0, count).map((key) => element('attribute', { attribute: key, ...change }));

const face = (change: Partial<CardFace>): CardFace => ({ ...USUAL_FACE, ...change });

const centred = { align: 'centre' } as const;

/** Cards to start from. */
export const CARD_DESIGNS: readonly CardDesignStart[] = [
  {
    kind: 'card',
    id: 'plain',
    name: 'Plain',
    about: 'Picture, name and price, and nothing that comes between them.',
    make: () => ({
      card: [element('picture'), element('badges'), element('name'), element('price')],
      face: face({ second: true }),
    }),
  },
  {
    kind: 'card',
    id: 'ticket',
    name: 'Price ticket',
    about:
      'A line around it, the price large at the foot beside what is in stock; cards of a row end together.',
    make: (facts) => ({
      card: [
        element('picture'),
        element('badges'),
        element('name', { look: { weight: 600 } }),
        ...lines(facts, 1),
        element('price', { look: { font: 'display', size: 24, weight: 700 } }),
        element('stock'),
        element('cart'),
      ],
      face: face({ frame: 'line', ratio: 100, crop: 'whole', equal: true }),
    }),
  },
  {
    kind: 'card',
    id: 'poster',
    name: 'Poster',
    about: 'A tall picture with a colour over it once it is pointed at; the name below in capitals.',
    make: () => ({
      card: [
        element('picture'),
        element('badges'),
        element('quick', { revealed: true }),
        element('name', { look: { ...centred, case: 'upper', size: 14, weight: 600 } }),
        element('price', { look: centred }),
      ],
      face: face({ ratio: 145, overlay: { colour: 'ink', opacity: 45 }, radius: 0 }),
    }),
  },
  {
    kind: 'card',
    id: 'facts',
    name: 'All the facts',
    about: 'Every attribute that helps to choose, with rating and stock: for things that are compared.',
    make: (facts) => ({
      card: [
        element('picture'),
        element('badges'),
        element('name'),
        element('rating'),
        ...lines(facts, 5),
        element('field', { attribute: 'sku', label: 'before' }),
        element('stock'),
        element('price', { look: { weight: 700 } }),
      ],
      face: face({ ratio: 80, crop: 'whole', equal: true, frame: 'line' }),
    }),
  },
  {
    kind: 'card',
    id: 'maker-first',
    name: 'Category first',
    about: 'The category in small capitals, then the name in the letters of headings.',
    make: () => ({
      card: [
        element('picture'),
        element('badges'),
        element('category', { look: { case: 'upper', size: 12, weight: 600 } }),
        element('name', { look: { font: 'display', size: 20, weight: 600 } }),
        element('price'),
      ],
      face: face({ second: true, ratio: 120 }),
    }),
  },
  {
    kind: 'card',
    id: 'bargain',
    name: 'Bargain',
    about: 'The price comes first, with what is saved; for sales and small sums.',
    make: () => ({
      card: [
        element('picture'),
        element('badges'),
        element('price', { look: { font: 'display', size: 26, weight: 800 } }),
        element('field', { attribute: 'saving', label: 'before', look: { colour: 'sale', weight: 600 } }),
        element('name'),
        element('rating'),
        element('cart'),
      ],
      face: face({ frame: 'filled', ratio: 90, equal: true }),
    }),
  },
  {
    kind: 'card',
    id: 'quiet',
    name: 'Quiet',
    about: 'Everything in the middle, small and light; the picture speaks.',
    make: () => ({
      card: [
        element('picture'),
        element('badges'),
        element('name', { look: { ...centred, size: 15, weight: 400, space: 8 } }),
        element('price', { look: { ...centred, size: 14, weight: 400, colour: 'quiet' } }),
      ],
      face: face({ ratio: 125, second: true, radius: 0 }),
    }),
  },
  {
    kind: 'card',
    id: 'buy-now',
    name: 'Buy at once',
    about: 'Cart and wish list stand at the foot of every card, on one line.',
    make: (facts) => ({
      card: [
        element('picture'),
        element('badges'),
        element('name'),
        ...lines(facts, 2),
        element('rating'),
        element('price', { look: { weight: 700, size: 18 } }),
        element('cart'),
        element('wish', { beside: true }),
      ],
      face: face({ equal: true, zoom: true }),
    }),
  },
];
