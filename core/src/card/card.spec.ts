import { describe, expect, it } from 'vitest';
import type { BadgeSet } from '../badge/badges';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { cardElement, type CardElement } from './design';
import { FRAME, NOW, product } from '../testing/catalogues';
import { plainText, shorten } from '../text/plainText';
import { cardAttributes, cardOf } from './card';
import { savingPercent } from '../catalogue/figures';

const element = (kind: CardElement['element'], attribute: string | null = null): CardElement =>
  cardElement(kind, true, attribute);

const NONE: BadgeSet = { rules: [], most: 3, context: { now: NOW, ranges: [], blends: [] } };

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

  it('joins several values as the element says, under its own words', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { attributes: { hob: ['gas', 'induction'] } })]);
    const hobs = { ...element('attribute', 'hob'), join: ' / ', text: { en: 'For' } };
    expect(cardOf(snapshot, 0, [hobs], NONE, 'en').parts).toMatchObject([
      { label: 'For', text: 'gas / induction' },
    ]);
  });

  it('shows tags in the page’s own language alone, and no more than are wanted', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { tags: [2] })]);
    const of = (lang: string) => cardOf(snapshot, 0, [element('tags')], NONE, lang).parts;
    expect(of('en')).toMatchObject([{ part: 'tags', links: [{ href: '/tags/handmade' }] }]);
    expect(of('fr')).toEqual([]);
  });

  it('offers nothing to buy that has no price, and says what is sold out', () => {
    const snapshot = snapshotOf(FRAME, [
      product(1, { price: null }),
      product(2, { price: 500, stock: 0 }),
      product(3, { price: 500, stock: 4 }),
    ]);
    const of = (p: number) => cardOf(snapshot, p, [element('cart')], NONE, 'en').parts;
    expect([of(0), of(1), of(2)]).toMatchObject([[], [{ sold: true }], [{ sold: false }]]);
  });

  it('tells figures of a product only where it has them', () => {
    const snapshot = snapshotOf(FRAME, [product(1, { sku: 'X-1', price: 750, was: 1000 }), product(2)]);
    const of = (p: number, field: string) => cardOf(snapshot, p, [element('field', field)], NONE, 'en').parts;
    expect(of(0, 'sku')).toMatchObject([{ label: 'Article', text: 'X-1' }]);
    expect(of(0, 'saving')).toMatchObject([{ text: '€2.50 (25\u00a0%)' }]);
    expect(of(1, 'saving')).toEqual([]);
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
