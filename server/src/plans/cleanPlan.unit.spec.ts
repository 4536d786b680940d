import { describe, expect, it } from 'vitest';
import {
  USUAL_LOOK,
  applied,
  usual,
  type Difference,
  type Fixture,
  type HeirDocument,
  type Plan,
} from '@fond/core';
import { cleanPlan } from './cleanPlan';

const NASTY = '<p onclick="steal()">Words <script>steal()</script><a href="javascript:steal()">here</a></p>';
const HARMLESS = '<p>Words <a>here</a></p>';
const words = (html: string): Fixture => ({ ...usual('words'), type: 'words', html: { en: html } });
const heir = (own: Difference): HeirDocument => ({
  id: 'h',
  name: 'h',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  base: 'house',
  own,
});
const fixturesOf = (base: readonly Fixture[], { own }: HeirDocument): unknown =>
  (applied({ fixtures: base }, own) as { fixtures: unknown }).fixtures;

describe('cleanPlan', () => {
  it('takes scripts out of the words of a whole plan, and leaves the rest as it is', () => {
    const title: Fixture = { ...usual('title'), type: 'title' };
    const plan = {
      ...heir({ at: {} }),
      fixtures: [title, words(NASTY)],
      related: null,
      look: USUAL_LOOK,
      css: '',
    } as unknown as Plan;
    const { base: _, own: __, ...whole } = plan as unknown as HeirDocument & Plan;
    expect(cleanPlan(whole).fixtures).toEqual([title, words(HARMLESS)]);
  });

  it('takes them out of what an heir adds, of all the words it sets, and of one language', () => {
    const added: Difference = {
      at: {
        fixtures: { items: {}, added: [{ item: words(NASTY), after: null }], moved: [], removed: [] },
      },
    };
    expect(fixturesOf([], cleanPlan(heir(added)))).toEqual([words(HARMLESS)]);
    const within = (html: Difference): Difference => ({
      at: { fixtures: { items: { words: { at: { html } } }, added: [], moved: [], removed: [] } },
    });
    const base = [words('<p>Old</p>')];
    for (const said of [within({ set: { en: NASTY } }), within({ at: { en: { set: NASTY } } })])
      expect(fixturesOf(base, cleanPlan(heir(said)))).toEqual([words(HARMLESS)]);
  });
});
