import { describe, expect, it } from 'vitest';
import type { BadgeSet } from '../badges/badges';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { cardElement, type CardElement } from './design';
import { FRAME, NOW, product } from '../testing/catalogues';
import { cardAttributes, cardOf, plainText, shorten } from './card';
import { savingPercent } from './figures';

const element = (kind: CardElement['element'], attribute: string | null = null): CardElement =>
  cardElement(kind, true, attribute);

const NONE: BadgeSet = { rules: [], most: 3, context: { now: NOW, ranges: [] } };

describe('cardOf', () => {
  it('prints an attribute line only where there is a value', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { attributes: { diameter: 24.5 } }), product(2)]);
    const elements = [element('attribute', 'diameter'), element('attribute', 'gone'), element('price')];
    expect(cardOf(snapshot, 0, elements, NONE, 'fr').parts).toEqual([
      { part: 'attribute', key: 'diameter', label: 'Diamètre', text: '24,5\u00a0cm', at: 0 },
      { part: 'price', at: 2 },
    ]);
    expect(cardOf(snapshot, 1, elements, NONE, 'fr').parts).toEqual([{ part: 'price', at: 2 }]);
  });

  it('joins several values and translates them', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { attributes: { hob: ['gas', 'induction'], colour: 'red' } }),
    ]);
    expect(cardAttributes(snapshot, 0, 'fr')).toEqual({
      hob: 'gas, induction',
      colour: 'Rouge',
    });
  });

  it('leaves a product without a price without one', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { price: null, was: 500 })]);
    expect(cardOf(snapshot, 0, [], NONE, 'en')).toMatchObject({ price: null });
  });
});

describe('a saving in percent', () => {
  it('never promises more than is saved', () => {
    expect(savingPercent(2001, 3000)).toBe(33);
    expect(savingPercent(3000, 3000)).toBe(0);
    expect(savingPercent(3000, NaN)).toBe(0);
  });
});

describe('texts', () => {
  it('reads HTML as words', () => {
    expect(plainText('<p>Salt &amp; <b>pepper</b></p><p>mills</p>')).toBe('Salt & pepper mills');
  });

  it('cuts at a word', () => {
    expect(shorten('a heavy copper pan', 12)).toBe('a heavy…');
    expect(shorten('short', 12)).toBe('short');
  });
});
