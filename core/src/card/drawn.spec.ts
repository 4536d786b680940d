import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrastOf, laidOver, MIN_CONTRAST } from '../look/contrast';
import { USUAL_LOOK } from '../look/look';
import {
  CARD_ELEMENT_KINDS,
  cardElement,
  NEVER_REVEALED,
  reacts,
  USUAL_FACE,
  type CardElement,
  type CardFace,
} from './design';
import { cardFaults, formLimits } from '../bench/cardFacts';
import { drawCard, inkOver } from './drawn';
import type { CategoryRow } from '../catalogue/rows';
import { startingFixtures } from '../plan/housePlan';
import type { Fixture } from '../plan/plan';

const { colours } = USUAL_LOOK;
const categories = ['#0b4f5c', '#ffd649', null, '#ffd649'].map(
  (colour, at) => ({ id: at + 1, colour }) as CategoryRow,
);
const drawn = (card: readonly CardElement[], face: Partial<CardFace> = {}, lines = false) =>
  drawCard(
    { card, face: { ...USUAL_FACE, ...face } },
    { look: USUAL_LOOK, lang: 'en', frame: { languages: ['en', 'fr'], categories }, lines },
  );
const element = (kind: CardElement['element'], change: Partial<CardElement> = {}): CardElement => ({
  ...cardElement(kind),
  ...change,
});

describe('a card that is drawn', () => {
  it('puts what stands beside something on its line, and leaves out what is off', () => {
    const { elements } = drawn([
      element('picture'),
      element('name'),
      element('price', { beside: true }),
      element('rating', { on: false }),
      element('stock'),
    ]);
    expect(elements.map(({ element: kind, line }) => [kind, line])).toEqual([
      ['picture', 0],
      ['name', 1],
      ['price', 1],
      ['stock', 2],
    ]);
  });

  it('counts lines up by one at most, whatever is on, beside or over the picture', () => {
    const arbitrary = fc.array(
      fc.record({
        kind: fc.constantFrom(...CARD_ELEMENT_KINDS),
        on: fc.boolean(),
        beside: fc.boolean(),
        revealed: fc.boolean(),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(arbitrary, fc.boolean(), (made, lines) => {
        const card = made.map(({ kind, ...change }) => element(kind, change));
        const { elements } = drawn(card, {}, lines);
        expect(elements).toHaveLength(card.filter(({ on }) => on).length);
        elements.forEach(({ line, revealed, element: kind }, at) => {
          const step = at ? line - elements[at - 1].line : line;
          expect([0, 1]).toContain(step);
          if (at && step === 0) expect(revealed).toBe(elements[at - 1].revealed);
          if (revealed) {
            expect(NEVER_REVEALED).not.toContain(kind);
            expect(lines).toBe(false);
            expect(card.some((one) => one.element === 'picture' && one.on)).toBe(true);
          }
        });
      }),
    );
  });

  it('reveals nothing where no picture is, so that nothing is lost', () => {
    const details = element('description', { revealed: true });
    expect(drawn([element('picture'), details]).elements[1].revealed).toBe(true);
    expect(drawn([element('picture', { on: false }), details]).elements[0].revealed).toBe(false);
    expect(reacts({ card: [element('picture', { on: false }), details], face: USUAL_FACE })).toBe(false);
    expect(reacts({ card: [element('picture'), details], face: USUAL_FACE })).toBe(true);
  });

  it('says nothing of what is as usual, and all else in CSS', () => {
    const usual = drawn([element('name')]);
    expect(usual.elements[0].style).toBeNull();
    expect(usual.variables).toEqual({});
    const look = { ...element('name').look, size: 20, weight: 700, colour: 'category' as const };
    expect(drawn([element('name', { look })]).elements[0].style).toBe(
      'font-size:20px;font-weight:700;--weight:700;color:var(--own, currentcolor)',
    );
    expect(drawn([], { ratio: 80, radius: 4, overlay: { colour: 'sale', opacity: 90 } }).variables).toEqual({
      picture: '100 / 80',
      radius: '4px',
      over: 'var(--sale)',
      'over-seen': '90%',
      under: 'none',
      'on-over': 'var(--ground)',
    });
  });

  it('keeps a ground below words where the picture may show through so much that they can’t be read', () => {
    for (const opacity of [30, 60])
      expect(drawn([], { overlay: { colour: 'ink', opacity } }).variables).toEqual({
        over: 'var(--ink)',
        'over-seen': `${opacity}%`,
      });
  });

  it('writes on an overlay what can be read whatever the picture shows, as a browser mixes the two', () => {
    const hex = fc
      .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
      .map((channels) => `#${channels.map((one) => one.toString(16).padStart(2, '0')).join('')}` as const);
    fc.assert(
      fc.property(hex, hex, fc.integer({ min: 10, max: 100 }), (colour, picture, opacity) => {
        const ink = inkOver(colour, opacity, colours);
        if (!ink) return;
        expect([colours.ink, colours.ground]).toContain(ink);
        expect(contrastOf(ink, laidOver(colour, picture, opacity / 100))).toBeGreaterThan(MIN_CONTRAST - 0.1);
      }),
    );
  });

  it('writes the same by day and night on a colour that is, and by name on one that turns', () => {
    expect(inkOver('#ffffff', 90, colours)).toBe(colours.ink);
    expect(inkOver('#000000', 90, colours)).toBe(colours.ground);
    expect(inkOver('band', 90, colours)).toBe('ink');
    expect(inkOver('ink', 90, colours)).toBe('ground');
  });

  it('writes on each category’s own colour in what can be read on it', () => {
    const category = (opacity: number) => drawn([], { overlay: { colour: 'category', opacity } });
    expect(category(90).onOwn).toEqual({ '#0b4f5c': colours.ground, '#ffd649': colours.ink });
    expect(category(90).variables).toEqual({ over: 'var(--own, currentcolor)', 'over-seen': '90%' });
    expect(category(30).onOwn, 'where words have a ground of their own').toEqual({});
    expect(drawn([], { overlay: { colour: 'sale', opacity: 90 } }).onOwn).toEqual({});
  });
});

describe('what is worth a word of a card', () => {
  const plan = (card: readonly CardElement[], face: Partial<CardFace> = {}) => ({
    look: USUAL_LOOK,
    fixtures: startingFixtures([], []).map((fixture): Fixture =>
      fixture.type === 'shelf' ? { ...fixture, card, face: { ...USUAL_FACE, ...face } } : fixture,
    ),
  });
  const pale = element('stock', { look: { ...element('stock').look, colour: '#eeeeee' } });

  it('is words that are hard to read on what they stand on', () => {
    expect(cardFaults(plan([element('name'), pale]))).toMatchObject([{ name: 'stock' }]);
    expect(cardFaults(plan([{ ...pale, on: false }]))).toEqual([]);
    const over = { overlay: { colour: 'ink' as const, opacity: 80 } };
    expect(cardFaults(plan([element('picture'), { ...pale, revealed: true }], over))).toEqual([]);
    expect(cardFaults(plan([element('picture'), { ...pale, revealed: true }]))).toHaveLength(1);
    const weak = { overlay: { colour: 'ink' as const, opacity: 30 } };
    expect(cardFaults(plan([element('picture'), { ...pale, revealed: true }], weak))).toHaveLength(1);
    const quick = element('quick', { revealed: true });
    const category = { overlay: { colour: 'category' as const, opacity: 80 } };
    expect(cardFaults(plan([element('picture'), quick], category)), 'a colour for every category').toEqual(
      [],
    );
  });

  it('is judged in dark colours by the ink that is drawn there', () => {
    const { look, fixtures } = plan([element('picture'), element('quick', { revealed: true })], {
      overlay: { colour: '#101010', opacity: 90 },
    });
    expect(cardFaults({ look, fixtures })).toEqual([]);
    const dark = { ...look.colours, ink: '#f4f4f4', ground: '#111111' };
    expect(cardFaults({ look: { ...look, dark }, fixtures }), 'the overlay and its words stay').toEqual([]);
    const named = fixtures.map((fixture): Fixture =>
      fixture.type === 'shelf'
        ? { ...fixture, face: { ...fixture.face, overlay: { colour: 'sale', opacity: 90 } } }
        : fixture,
    );
    const pale = { ...dark, sale: '#202020' };
    expect(cardFaults({ look: { ...look, dark: pale }, fixtures: named })).toMatchObject([{ name: 'quick' }]);
  });

  it('is what some form can’t show', () => {
    const design = (card: readonly CardElement[], face: Partial<CardFace> = {}) => ({
      card,
      face: { ...USUAL_FACE, ...face },
    });
    expect(formLimits(design([element('name')]))).toEqual([]);
    expect(formLimits(design([element('picture'), element('quick', { revealed: true })]))).toEqual([
      'revealed-in-lines',
    ]);
    expect(formLimits(design([], { ratio: 90, equal: true }))).toEqual([
      'ratio-in-lanes',
      'equal-without-rows',
    ]);
  });
});
