import { describe, expect, it } from 'vitest';
import { cardElement, elementName } from '@fond/core';
import { withElement, withElementLook, withNewElement, withoutElement } from './cardEdits';

const card = [
  cardElement('picture'),
  cardElement('name'),
  cardElement('attribute', true, 'material'),
  cardElement('price'),
];
const names = (of: readonly (typeof card)[number][]): string[] => of.map(elementName);

describe('a card that is edited', () => {
  it('takes attribute lines behind the last of their kind, and all else at its end', () => {
    expect(names(withNewElement(card, 'attribute', 'maker'))).toEqual([
      'picture',
      'name',
      'attribute:material',
      'attribute:maker',
      'price',
    ]);
    expect(names(withNewElement(card, 'cart')).at(-1)).toBe('cart');
  });

  it('holds every element once', () => {
    expect(withNewElement(card, 'price')).toBe(card);
    expect(withNewElement(card, 'attribute', 'material')).toBe(card);
  });

  it('changes one element, and leaves the others as they were', () => {
    const beside = withElement(card, 'price', { beside: true });
    expect(beside[3]).toEqual({ ...card[3], beside: true });
    expect(beside.slice(0, 3)).toEqual(card.slice(0, 3));
    const large = withElementLook(card, 'attribute:material', { size: 18 });
    expect(large[2].look).toEqual({ ...card[2].look, size: 18 });
    expect(names(withoutElement(card, 'attribute:material'))).toEqual(['picture', 'name', 'price']);
  });
});
