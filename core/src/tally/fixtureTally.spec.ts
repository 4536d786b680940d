import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { Texts } from '../text/texts';
import { composePage } from '../page/composePage';
import { editionFrom } from '../plan/edition';
import type { PromotionSettings } from '../plan/fixtures';
import { housePlan, startingFixtures, usual } from '../plan/housePlan';
import { USUAL_PROMOTION } from '../plan/fixtures';
import type { Fixture, Plan } from '../plan/plan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { fixtureFigures, fixtureFindings } from './fixtureTally';
import { FRAME as PAGE } from '../width/frame';

const snapshot = snapshotOf(
  FRAME,
  Array.from({ length: 7 }, (_, at) => product(at + 1, { was: at < 3 ? 9000 : 0 })),
);
const own = startingFixtures([], []);
function asked(...more: Fixture[]) {
  const plan: Plan = { ...housePlan(snapshot, 'House'), fixtures: [...own, ...more] };
  const edition = editionFrom(1, { documents: [plan], ranges: [], blends: [] });
  const page = composePage(snapshot, edition, {
    path: '/cookware/pans',
    parameters: {},
    matches: null,
    now: NOW,
  })!;
  return { page, plan };
}
const row: Fixture & PromotionSettings = {
  ...usual('row'),
  ...USUAL_PROMOTION,
  range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] },
  form: 'grid',
};

describe('the figures of fixtures', () => {
  it('tell what each holds, its rows, and how wide it is at each width', () => {
    const half = { ...row, layout: { ...row.layout, span: { wide: 6, medium: 12, narrow: 12 } } };
    const { page, plan } = asked(half);
    const figures = new Map(fixtureFigures(page, plan).map((one) => [one.id, one]));
    expect(figures.get('row')).toEqual({
      id: 'row',
      type: 'promotion',
      items: 3,
      rows: { wide: 1, medium: 1, narrow: 2 },
      widths: { wide: (1200 - PAGE.columnGap) / 2, medium: 820 - 56, narrow: 390 - 32 },
      hiddenAt: [],
    });
    expect(figures.get('title')).toMatchObject({ items: null, rows: null });
    expect(figures.get('shelf')).toMatchObject({ items: 7, rows: { wide: 3, medium: 4, narrow: 4 } });
  });

  it('say where one is hidden', () => {
    const hidden = { ...row, layout: { ...row.layout, hidden: { wide: true, medium: null, narrow: false } } };
    const { page, plan } = asked(hidden);
    expect(fixtureFigures(page, plan).find(({ id }) => id === 'row')?.hiddenAt).toEqual(['wide', 'medium']);
  });
});

describe('the findings of fixtures', () => {
  const kinds = (...more: Fixture[]) => {
    const { page, plan } = asked(...more);
    return fixtureFindings(page, plan).map(({ fixture, kind }) => `${fixture} ${kind}`);
  };

  it('are none for a plan as it begins', () => {
    expect(kinds()).toEqual([]);
  });

  it('tell shelves that don’t fill a row, can’t be turned, or show nothing, unless a condition may be why', () => {
    expect(kinds(row)).toEqual(['row row-unfilled']);
    expect(kinds({ ...row, columns: { wide: 3, medium: 3, narrow: 3 } })).toEqual([]);
    const turned = { ...row, form: 'carousel' as const, columns: { wide: 4, medium: 3, narrow: 3 } };
    expect(kinds(turned)).toEqual(['row nothing-to-turn']);
    const none = { ...row, range: { source: { kind: 'named' as const, skus: ['gone'] }, clauses: [] } };
    expect(kinds(none)).toEqual(['row shows-nothing']);
    expect(kinds({ ...none, when: { kind: 'firstPage' } })).toEqual([]);
  });

  it('tell a second description, a tab without a name, and a picture that is too small', () => {
    const tabs: Fixture = { ...usual('tabs'), type: 'tabs', tabs: [{ id: 'one', label: { fr: 'Un' } }] };
    const within = {
      ...row,
      inside: { fixture: 'tabs', slot: 'one' },
      columns: { wide: 3, medium: 3, narrow: 1 },
    };
    const picture: Fixture = {
      ...usual('picture'),
      type: 'picture',
      spots: [],
      picture: { kind: 'kept', hash: 'a'.repeat(32), width: 700, height: 400, alt: {} },
      focus: { x: 50, y: 50 },
      ratio: null,
      caption: {},
      address: null,
    };
    expect(kinds({ ...usual('again'), type: 'description' }, tabs, within, picture)).toEqual([
      'again description-twice',
      'tabs tab-unnamed',
      'picture picture-small',
    ]);
  });
  it('tell what shoppers read in another language, and nothing of what nobody has written', () => {
    const words = (html: Texts): Fixture => ({ ...usual('words'), type: 'words', html });
    expect(kinds(words({ fr: '<p>Soldes</p>' }))).toEqual(['words other-language']);
    expect(kinds(words({ en: '<p>Sale</p>' }))).toEqual([]);
  });
});
