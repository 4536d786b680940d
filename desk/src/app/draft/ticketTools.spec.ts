import { describe, expect, it } from 'vitest';
import { startingFixtures, steppedAt, WIDTH_NAMES, type Fixture, type Plan } from '@fond/core';
import { plan } from '../testing/plans';
import { changedAt, toolsOf } from './ticketTools';

const whole: Plan = { ...plan, fixtures: startingFixtures([], []) };
const one = (of: Plan, id: string): Fixture => of.fixtures.find((fixture) => fixture.id === id)!;

describe('what a ticket offers', () => {
  it('is what its fixture has at a width; a part’s own fixture is placed by the plans that show it', () => {
    expect(toolsOf(one(whole, 'shelf'), false)).toEqual(['columns', 'gap', 'span', 'hide', 'add']);
    expect(toolsOf(one(whole, 'title'), false)).toEqual(['span', 'hide', 'add']);
    expect(toolsOf(one(whole, 'shelf'), true)).toEqual(['columns', 'gap']);
  });
});

describe('a change in a frame', () => {
  const change = (
    id: string,
    tool: 'columns' | 'gap' | 'span' | 'hide',
    width: 'wide' | 'medium' | 'narrow',
    by = 1,
  ) => one(changedAt(whole, { id, tool, width, by }), id);

  it('is made for the width of that frame alone', () => {
    expect(change('shelf', 'columns', 'medium')).toMatchObject({
      columns: { wide: 3, medium: 3, narrow: 2 },
    });
    expect(change('shelf', 'gap', 'medium', 4)).toMatchObject({
      gap: { wide: 24, medium: 28, narrow: 12 },
    });
    const hidden = change('title', 'hide', 'wide').layout.hidden;
    expect(WIDTH_NAMES.map((width) => steppedAt(hidden, width))).toEqual([true, false, false]);
    const narrow = change('title', 'hide', 'narrow').layout.hidden;
    expect(narrow).toEqual({ wide: false, medium: null, narrow: true });
  });

  it('reaches narrower widths that have nothing of their own', () => {
    expect(change('shelf', 'gap', 'wide', 8)).toMatchObject({ gap: { wide: 32, medium: null, narrow: 12 } });
  });

  it('stays within what can be', () => {
    expect(change('title', 'span', 'narrow', 5).layout.span).toEqual({ wide: 12, medium: null, narrow: 12 });
    expect(change('title', 'span', 'narrow', -20).layout.span.narrow).toBe(1);
    expect(change('shelf', 'columns', 'wide', 9)).toMatchObject({ columns: { wide: 6 } });
    expect(change('shelf', 'gap', 'narrow', -40)).toMatchObject({ gap: { narrow: 0 } });
    expect(change('title', 'columns', 'wide')).toEqual(one(whole, 'title'));
    expect(change('title', 'gap', 'wide')).toEqual(one(whole, 'title'));
  });
});
