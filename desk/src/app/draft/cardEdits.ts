import {
  cardElement,
  elementName,
  type CardElement,
  type CardElementKind,
  type ElementLook,
} from '@fond/core';

type Card = readonly CardElement[];

/** The card with one element changed. */
export const withElement = (card: Card, name: string, change: Partial<CardElement>): Card =>
  card.map((element) => (elementName(element) === name ? { ...element, ...change } : element));

/** The card with the look of one element changed. */
export const withElementLook = (card: Card, name: string, change: Partial<ElementLook>): Card =>
  card.map((element) =>
    elementName(element) === name ? { ...element, look: { ...element.look, ...change } } : element,
  );

export const withoutElement = (card: Card, name: string): Card =>
  card.filter((element) => elementName(element) !== name);

/** Lines of attributes and figures stand behind the last one of their kind, or behind the name; all else at the end. */
export function withNewElement(card: Card, kind: CardElementKind, attribute: string | null = null): Card {
  const added = cardElement(kind, true, attribute);
  if (card.some((element) => elementName(element) === elementName(added))) return card;
  const lines: readonly CardElementKind[] = ['attribute', 'field', 'name'];
  const after =
    kind === 'attribute' || kind === 'field'
      ? card.findLastIndex(({ element }) => lines.includes(element))
      : card.length - 1;
  return [...card.slice(0, after + 1), added, ...card.slice(after + 1)];
}
