import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  basedOn,
  documentsBy,
  editionFrom,
  resolvePlan,
  snapshotOf,
  housePlan,
  usual,
  type Difference,
  type Fixture,
  type HeirDocument,
  type Plan,
} from '@fond/core';
import { FRAME } from '../../../core/src/testing/catalogues';
import { ProblemError } from '../problem/problem';
import { safeDocument, sanitiseEdition } from './safePlan';

const NASTY = [
  '<p onclick="steal()">Words <script>steal()</script><a href="javascript:steal()">here</a></p>',
  '<img src=x onerror=steal()>',
  '<a href=" jAvAsCrIpT:steal()">x</a>',
  '<svg><script>steal()</script></svg>',
];
const HARM = /<script|on\w+\s*=|javascript:/i;
const HOUSE: Plan = housePlan(snapshotOf(FRAME, []), 'House');
const words = (id: string, html: string): Fixture => ({
  ...usual('words'),
  id,
  type: 'words',
  html: { en: html },
});
const base: Plan = { ...HOUSE, fixtures: [...HOUSE.fixtures, words('said', '<p>Old</p>')] };
const heir = (own: Difference | null): HeirDocument => ({
  id: 'h',
  name: 'Heir',
  kind: 'page',
  reach: { include: [], exclude: [] },
  rank: 0,
  base: base.id,
  own,
});
const safe = (own: Difference | null): Plan => {
  const document = safeDocument(documentsBy([base, heir(own)]), 'h');
  return resolvePlan(documentsBy([base, document]), 'h');
};
const said = (plan: Plan): string =>
  plan.fixtures.flatMap((fixture) => (fixture.type === 'words' ? Object.values(fixture.html) : [])).join();

describe('a plan that comes in', () => {
  it('keeps no script in its words, at whatever depth of its difference it was hidden', () => {
    const whole: Plan = { ...base, id: 'h', name: 'Heir' };
    const own = (html: string): fc.Arbitrary<Difference> => {
      const { id: _, name: __, kind: ___, reach: ____, rank: _____, ...body } = whole;
      const fixtures = [...HOUSE.fixtures, words('said', html)];
      const within = (item: Difference): Difference => ({
        at: { fixtures: { items: { said: item }, added: [], moved: [], removed: [] } },
      });
      return fc.constantFrom<Difference>(
        { set: { ...body, fixtures } },
        { at: { fixtures: { set: fixtures } } },
        within({ set: words('said', html) }),
        within({ at: { html: { set: { en: html } } } }),
        within({ at: { html: { at: { en: { set: html } } } } }),
        {
          at: {
            fixtures: {
              items: {},
              added: [{ item: words('more', html), after: null }],
              moved: [],
              removed: [],
            },
          },
        },
      );
    };
    fc.assert(
      fc.property(
        fc.constantFrom(...NASTY).chain((html) => own(html)),
        (difference) => {
          expect(said(safe(difference))).not.toMatch(HARM);
        },
      ),
    );
  });

  it('is the same document where nothing in it is harmful', () => {
    const document = heir({ at: { css: { set: '.a { color: red }' } } });
    expect(safeDocument(documentsBy([base, document]), 'h')).toBe(document);
  });

  it('is refused with CSS that leaves its page, wherever the difference says it', () => {
    const bad = '.a { position: fixed; inset: 0 }';
    const { id: _, name: __, kind: ___, reach: ____, rank: _____, ...body } = base;
    for (const own of [{ at: { css: { set: bad } } }, { set: { ...body, css: bad } }])
      expect(() => safe(own)).toThrow(ProblemError);
  });

  it('of an earlier release is served without what it should never have held', () => {
    const stored: Plan = {
      ...base,
      css: '@import "x"',
      fixtures: [...HOUSE.fixtures, words('said', NASTY[0])],
    };
    const [served] = sanitiseEdition(editionFrom(1, { documents: [stored], ranges: [], blends: [] })).plans;
    expect(said(served)).not.toMatch(HARM);
    expect(served.css).toBe('');
    const clean = editionFrom(1, { documents: [base], ranges: [], blends: [] });
    expect(sanitiseEdition(clean)).toBe(clean);
  });

  it('keeps what was its own when its words are made harmless', () => {
    const own: Difference = {
      at: {
        css: { set: base.css },
        fixtures: {
          items: { said: { at: { html: { set: { en: NASTY[0] } } } } },
          added: [],
          moved: [],
          removed: [],
        },
      },
    };
    const document = safeDocument(documentsBy([base, heir(own)]), 'h') as HeirDocument;
    expect((document.own as { at: Record<string, unknown> }).at['css']).toEqual({ set: base.css });
    expect(basedOn(resolvePlan(documentsBy([base, document]), 'h'), base)).toBeTruthy();
  });
});
