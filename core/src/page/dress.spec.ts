import { describe, expect, it } from 'vitest';
import { roomsOf, widthIn } from '../layout/room';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { USUAL_DRESS, type FixtureDress } from '../plan/dress';
import { FRESH_FRAME } from '../plan/fixtures';
import { startingFixtures, USUAL_PANEL, usual } from '../plan/housePlan';
import type { Fixture } from '../plan/plan';
import { FRAME, product } from '../testing/catalogues';
import { atAllWidths, followed } from '../width/widths';
import { fixturesOn } from '../testing/pages';

const snapshot = snapshotOf(FRAME, [product(1, { categories: [2] })]);
const ask = (fixtures: readonly Fixture[], path = '/cookware/pans') => fixturesOn(snapshot, fixtures, path);
const title = (dress: Partial<FixtureDress>, span = 12): Fixture => {
  const base = usual('title');
  return {
    ...base,
    type: 'title',
    layout: { ...base.layout, span: followed(span) },
    dress: { ...USUAL_DRESS, ...dress },
  };
};
const banner = (holds: { title: boolean; trail: boolean }, id = 'banner'): Fixture => ({
  ...usual(id),
  ...FRESH_FRAME.banner,
  heading: {},
  holds,
});

describe('what stands around a fixture', () => {
  it('is not in the page where it is as usual', () => {
    expect(ask([title({})])[0]).not.toHaveProperty('dress');
  });

  it('has words that can be read on its ground, whatever that is', () => {
    expect(ask([title({ ground: 'ink' })])[0].dress).toMatchObject({ ground: 'ink', words: 'ground' });
    expect(ask([title({ ground: 'mark' })])[0].dress).toMatchObject({ words: 'ink' });
    expect(ask([title({ ground: 'mark', words: 'sale' })])[0].dress).toMatchObject({ words: 'sale' });
  });

  it('tells spaces at every width in pixels, and where it touches what stands above', () => {
    const above = { wide: 'much', medium: null, narrow: 'none' } as const;
    expect(ask([title({ above })])[0].dress).toMatchObject({
      above: { wide: 48, medium: 48, narrow: 'none' },
    });
  });

  it('reaches the edges of the page where the fixture does, and else takes room from what stands on it', () => {
    const whole = title({ ground: 'band' });
    const half = title({ ground: 'band' }, 6);
    expect(ask([whole])[0].dress?.bleeds).toBe(true);
    expect(ask([half])[0].dress?.bleeds).toBe(false);
    const wide = (fixture: Fixture): number => widthIn(roomsOf([fixture], fixture), 1280);
    expect(wide(whole)).toBe(wide(title({})));
    expect(wide(half)).toBe(wide(title({}, 6)) - 40);
  });

  it('says what a drawer is opened by, in the shop’s words where nobody has said any', () => {
    expect(ask([title({ drawer: { en: 'More of it' } })])[0].drawer).toBe('More of it');
    expect(ask([title({ drawer: {} })])[0].drawer).toBe('Show more');
  });
});

describe('a title that a banner holds', () => {
  const trail: Fixture = { ...usual('breadcrumb'), type: 'breadcrumb' };

  it('stands nowhere else, nor does the way to the page', () => {
    const page = ask([trail, banner({ title: true, trail: true }), title({})]);
    expect(page).toMatchObject([{ type: 'banner', title: 'Pans' }]);
    expect(page[0].type === 'banner' && page[0].trail.map(({ title }) => title)).toContain('Cookware');
  });

  it('stands in the first of two banners alone', () => {
    const page = ask([
      banner({ title: true, trail: false }),
      banner({ title: true, trail: true }, 'banner-2'),
    ]);
    expect(page.map((one) => one.type === 'banner' && [one.title, one.trail.length > 0])).toEqual([
      ['Pans', false],
      ['', true],
    ]);
  });

  it('stays where it stood when the banner is hidden at a width', () => {
    const one = banner({ title: true, trail: false });
    const hidden = { ...one, layout: { ...one.layout, hidden: { ...followed(false), narrow: true } } };
    expect(ask([hidden, title({})]).map(({ type }) => type)).toContain('title');
  });
});

describe('a title on a banner that is not always seen', () => {
  const shown = (container: Fixture, inner: Partial<Fixture> = {}) => {
    const one = banner({ title: true, trail: false });
    const held = { ...one, ...inner, inside: { fixture: container.id, slot: 'one' } } as Fixture;
    return ask([container, held, title({})]).map(({ type }) => type);
  };
  const tabs: Fixture = { ...usual('tabs'), ...FRESH_FRAME.tabs };
  const slides: Fixture = { ...usual('slides'), ...FRESH_FRAME.slides };

  it('stays on the page: in a tab, in what is not shown, behind a button', () => {
    expect(shown(tabs)).toContain('title');
    const never = { ...slides, when: { kind: 'description' as const } };
    expect(shown(never)).toEqual(['title']);
    expect(shown(slides, { dress: { ...USUAL_DRESS, drawer: {} } })).toContain('title');
  });

  it('leaves it to one that is: among slides, which are all there', () => {
    expect(shown(slides)).not.toContain('title');
  });
});

describe('the ground of filters', () => {
  it('reaches the edges of the page above a shelf alone, as else they stand beside it', () => {
    const filters = (side: 'start' | 'above'): Fixture => ({
      ...usual('facets'),
      type: 'facets',
      ...USUAL_PANEL,
      side,
      facets: [],
      dress: { ...USUAL_DRESS, ground: 'band' },
    });
    const bleeds = (side: 'start' | 'above') => {
      const shelf = startingFixtures([], []).find(({ type }) => type === 'shelf')!;
      return ask([filters(side), shelf]).find(({ type }) => type === 'facets')?.dress?.bleeds;
    };
    expect([bleeds('start'), bleeds('above')]).toEqual([false, true]);
  });
});

describe('columns with other shares on medium pages', () => {
  it('give their fixtures that room there', () => {
    const columns: Fixture = {
      ...usual('columns'),
      type: 'columns',
      columns: [
        { id: 'a', width: { by: 'share', share: 20 }, medium: 50, stuck: false },
        { id: 'b', width: { by: 'share', share: 80 }, medium: 50, stuck: false },
      ],
      gap: atAllWidths(0),
      down: 'start',
      stacked: 'narrow',
    };
    const inner: Fixture = { ...title({}), inside: { fixture: 'columns', slot: 'a' } };
    const across = (viewport: number): number => widthIn(roomsOf([columns, inner], inner), viewport);
    expect(across(820)).toBeCloseTo((820 - 56) / 2, 6);
    expect(across(1280)).toBeCloseTo((1280 - 80) / 5, 6);
  });
});
