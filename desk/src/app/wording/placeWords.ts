import {
  sayCondition,
  steppedAt,
  USUAL_LAYOUT,
  WHOLE_SPAN,
  WIDTH_NAMES,
  type Fixture,
  type RangeNames,
  type Stepped,
} from '@fond/core';
import { dressWords } from './dressWords';

const steps = <T>(stepped: Stepped<T>, say: (value: T) => string): string => {
  const values = WIDTH_NAMES.map((width) => [width, say(steppedAt(stepped, width))] as const);
  if (values.every(([, words]) => words === values[0][1])) return values[0][1];
  return values
    .filter(([, words]) => words)
    .map(([width, words]) => `${words} on ${width}`)
    .join(', ');
};

/** Where it stands and when, where that is not as usual; empty where it stands across the page, always. */
export function placeWords({ when, layout, dress }: Fixture, names: RangeNames): string {
  const parts = [
    layout.span === USUAL_LAYOUT.span
      ? ''
      : steps(layout.span, (span) => (span === WHOLE_SPAN ? '' : `${span} of ${WHOLE_SPAN} wide`)),
    steps(layout.order, (order) => (order ? (order < 0 ? 'moved forward' : 'moved back') : '')),
    steps(layout.stuck, (stuck) => (stuck ? 'stays in view' : '')),
    steps(layout.hidden, (hidden) => (hidden ? 'hidden' : '')),
    dressWords(dress),
    when ? sayCondition(when, names) : '',
  ];
  return parts.filter(Boolean).join('; ');
}
