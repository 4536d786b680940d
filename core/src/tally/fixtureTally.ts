import type { FixtureModel, PageModel } from '../page/pageModel';
import { eachFixture } from '../page/pageModel';
import { steppedAt } from '../width/widths';
import { borrowed, fixtureTexts, type TextUse } from '../plan/planTexts';
import { type Fixture, type Plan } from '../plan/plan';
import { WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import { DEVICE_WIDTHS } from '../width/frame';
import { pictureNeeds } from '../layout/pictureNeeds';
import { columnsIn, roomsOf, widthIn } from '../layout/room';
import { rowsOf } from '../layout/rows';

/** What one fixture is on the page in the window. */
export interface FixtureFigures {
  id: string;
  type: FixtureModel['type'];
  /** Cards, tiles, links or tabs in it; null for what has none. */
  items: number | null;
  /** Rows at each width, of what stands in rows. */
  rows: PerWidth<number> | null;
  /** Its width in CSS pixels at the widths of devices; null within a part, whose plan doesn't say. */
  widths: PerWidth<number> | null;
  /** Widths at which it is hidden. */
  hiddenAt: readonly WidthName[];
}

const perWidth = <T>(at: (name: WidthName) => T): PerWidth<T> => ({
  wide: at('wide'),
  medium: at('medium'),
  narrow: at('narrow'),
});

function itemsOf(model: FixtureModel): number | null {
  switch (model.type) {
    case 'shelf':
    case 'promotion':
      return model.cards.length;
    case 'tiles':
    case 'navigation':
      return model.items.length;
    case 'facets':
      return model.facets.length;
    case 'tabs':
    case 'slides':
    case 'columns':
      return model.slots.length;
    default:
      return null;
  }
}

function rowsIn(model: FixtureModel): PerWidth<number> | null {
  if (model.type === 'tiles' && model.rowHeight === null)
    return perWidth((name) => rowsOf(model.items.length, model.columns[name]).rows);
  if (model.type === 'shelf' || model.type === 'promotion') {
    if (model.form !== 'grid' && model.form !== 'list') return null;
    const columns = columnsIn(model);
    const inserts = model.type === 'shelf' ? (model.inserts ?? []) : [];
    return perWidth((name) => {
      const cells = inserts
        .filter(({ hiddenAt }) => !hiddenAt.includes(name))
        .reduce((sum, one) => sum + one.columns[name] * one.rows[name], 0);
      return rowsOf(model.cards.length + cells, columns[name]).rows;
    });
  }
  return null;
}

/** Every fixture that the page shows, in reading order, with its figures. */
export function fixtureFigures(
  page: Pick<PageModel, 'fixtures'>,
  plan: Pick<Plan, 'fixtures' | 'look'>,
): FixtureFigures[] {
  const own = new Map(plan.fixtures.map((fixture) => [fixture.id, fixture]));
  return [...eachFixture(page.fixtures)].map((model) => {
    const fixture = own.get(model.id);
    const rooms = fixture && roomsOf(plan.fixtures, fixture);
    return {
      id: model.id,
      type: model.type,
      items: itemsOf(model),
      rows: rowsIn(model),
      widths: rooms ? perWidth((name) => Math.round(widthIn(rooms, DEVICE_WIDTHS[name], plan.look))) : null,
      hiddenAt: model.hiddenAt ?? [],
    };
  });
}

/** Something about a fixture on the page in the window that its merchandiser will want to know. */
export type FixtureFinding = { fixture: string; type: Fixture['type'] } & (
  | { kind: 'shows-nothing' }
  | { kind: 'description-twice' }
  /** The picture is narrower than it is drawn. */
  | { kind: 'picture-small'; width: number; needed: number }
  | { kind: 'tab-unnamed'; tab: string }
  /** Shoppers read it in another language, since nobody has written it in the page's. */
  | { kind: 'other-language'; use: TextUse }
  /** Fewer cards than one row has, at these widths. */
  | { kind: 'row-unfilled'; cards: number; widths: readonly WidthName[] }
  /** All of it is in view, so there is nothing to turn. */
  | { kind: 'nothing-to-turn'; cards: number }
);

/** Whose showing nothing is worth a word: what a merchandiser put there to be seen. */
const MEANT_TO_SHOW: readonly Fixture['type'][] = [
  'banner',
  'words',
  'picture',
  'tiles',
  'promotion',
  'spotlight',
  'tabs',
  'slides',
  'columns',
  'part',
];

/** What is worth a word about the fixtures of a plan on one of its pages; those with a condition may well not be there. */
export function fixtureFindings(page: PageModel, plan: Pick<Plan, 'fixtures' | 'look'>): FixtureFinding[] {
  const models = new Map([...eachFixture(page.fixtures)].map((model) => [model.id, model]));
  const needs = new Map(pictureNeeds(plan).map((need) => [need.fixture, need.width]));
  const { lang } = page.frame;
  const languages = page.frame.languages.map((language) => language.lang);
  const descriptions = plan.fixtures.filter(({ type }) => type === 'description');
  return plan.fixtures.flatMap((fixture): FixtureFinding[] => {
    const { id, type } = fixture;
    const model = models.get(id);
    const found: FixtureFinding[] = [];
    if (type === 'description' && fixture !== descriptions[0])
      found.push({ fixture: id, type, kind: 'description-twice' });
    if (!model) {
      const hidden = WIDTH_NAMES.every((name) => steppedAt(fixture.layout.hidden, name));
      if (MEANT_TO_SHOW.includes(type) && fixture.when === null && !hidden)
        found.push({ fixture: id, type, kind: 'shows-nothing' });
      return found;
    }
    if (fixture.type === 'tabs')
      for (const tab of fixture.tabs)
        if (!tab.label[lang]) found.push({ fixture: id, type, kind: 'tab-unnamed', tab: tab.id });
    for (const [use, texts] of fixtureTexts(fixture))
      if (use !== 'tab' && borrowed(texts, lang, languages))
        found.push({ fixture: id, type, kind: 'other-language', use });
    if ((model.type === 'banner' || model.type === 'picture') && model.picture) {
      const needed = needs.get(id) ?? 0;
      const { width } = model.picture;
      if (width < needed) found.push({ fixture: id, type, kind: 'picture-small', width, needed });
    }
    if (model.type === 'promotion') {
      const cards = model.cards.length;
      const few = WIDTH_NAMES.filter((name) => cards < model.columns[name]);
      if (model.form === 'grid' && few.length)
        found.push({ fixture: id, type, kind: 'row-unfilled', cards, widths: few });
      if (model.form === 'carousel' && WIDTH_NAMES.every((name) => cards <= model.columns[name]))
        found.push({ fixture: id, type, kind: 'nothing-to-turn', cards });
    }
    return found;
  });
}
