import { textIn, type Texts } from '../text/texts';
import { facetModel } from '../facet/facetModel';
import { type FacetContext } from '../facet/models';
import { filterRange, type Filtered } from '../facet/filter';
import { FRAME } from '../width/frame';
import { columnGaps, isGrounded, reachesEdges, roomsOf, slotRooms, spanGaps } from '../layout/room';
import { wordsOn } from '../look/buttonLook';
import { isUsualDress, STEP_PIXELS } from '../plan/dress';
import { USUAL_LAYOUT } from '../plan/fixtures';
import { atEachWidth, steppedAt } from '../width/widths';
import { containerOf } from '../plan/nesting';
import { shelfOf, type FacetPanel, type Fixture, type Plan, type Shelf } from '../plan/plan';
import { WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import { findWidths, type PageFacts } from '../plan/shownWhen';
import { searched, titleOf, type Composer } from './composer';
import {
  bannerModel,
  navigationModel,
  pictureModel,
  pictureOf,
  promotionModel,
  spotlightModel,
  tilesModel,
  type FrameContext,
} from './frameModels';
import { ONCE_MORE } from './onceMore';
import type { DressModel, FixtureModel, InsertModel, Placement, ShelfModel, SlotModel } from './pageModel';
import { answerModel, nothingModel } from './searchModels';
import { shelfModel } from './shelfModel';
import { trailOf } from './shopFrame';
import { wordsIn } from '../words/words';

/** The widths at which a fixture itself is shown, whatever it stands in. */
const widthsOf = ({ when, layout }: Fixture, facts: PageFacts): WidthName[] =>
  findWidths(when, facts).filter((width) => !steppedAt(layout.hidden, width));

/** Whether a fixture is shown at any width, with all that it stands in. */
export function isShown(fixtures: readonly Fixture[], fixture: Fixture, facts: PageFacts): boolean {
  for (let at: Fixture | null = fixture; at; at = containerOf(fixtures, at))
    if (!widthsOf(at, facts).length) return false;
  return true;
}

/** Every fixture that is shown, in its container; what its container is not there for stands on the page itself. */
export function fixtureModels(composer: Composer, facts: PageFacts): FixtureModel[] {
  const { plan } = composer;
  const made = new Map<string, FixtureModel>();
  for (const fixture of plan.fixtures) {
    const shown = widthsOf(fixture, facts);
    const model = shown.length ? fixtureModel(composer, fixture, made) : null;
    if (!model) continue;
    const hiddenAt = WIDTH_NAMES.filter((width) => !shown.includes(width));
    made.set(fixture.id, {
      ...model,
      ...(hiddenAt.length && { hiddenAt }),
      ...(isUsual(fixture) ? {} : { placement: placementOf(fixture) }),
      ...(isUsualDress(fixture.dress) ? {} : { dress: dressOf(composer, fixture) }),
      ...(fixture.dress.drawer && { drawer: drawerOf(composer, fixture.dress.drawer) }),
    });
  }
  leaveToBanner(plan.fixtures, made);
  const within = (container: Fixture | null, slot: string | null): FixtureModel[] =>
    plan.fixtures.flatMap((fixture) => {
      const model = made.get(fixture.id);
      const there = containerOf(plan.fixtures, fixture) === container;
      if (!model || !there || (container && fixture.inside?.slot !== slot)) return [];
      return fillSlots(model, (id) => within(fixture, id)) ?? [];
    });
  return within(null, null);
}

/** Whether something is seen at once at every width, with all that it stands in: in no tab, behind no button, not among products. */
function isAlwaysSeen(
  fixtures: readonly Fixture[],
  id: string,
  made: ReadonlyMap<string, FixtureModel>,
): boolean {
  for (let at = fixtures.find((one) => one.id === id) ?? null; at; at = containerOf(fixtures, at)) {
    const model = made.get(at.id);
    if (!model || model.hiddenAt?.length || model.drawer !== undefined) return false;
    if (model.type === 'tabs' || model.type === 'shelf') return false;
  }
  return true;
}

/** A title, and a way to the page, that a banner holds stand nowhere else, as long as that banner is always seen. */
function leaveToBanner(fixtures: readonly Fixture[], made: Map<string, FixtureModel>): void {
  const banners = [...made.values()].flatMap((one) =>
    one.type === 'banner' && isAlwaysSeen(fixtures, one.id, made) ? [one] : [],
  );
  const [titled] = banners.filter(({ title }) => title);
  const [trailed] = banners.filter(({ trail }) => trail.length);
  for (const [id, model] of made) {
    if (model.type === 'title' && titled) made.delete(id);
    if (model.type === 'breadcrumb' && trailed) made.delete(id);
    // One heading of the page, one way to it.
    if (model.type !== 'banner') continue;
    const title = model === titled ? model.title : '';
    const trail = model === trailed ? model.trail : [];
    made.set(id, { ...model, title, trail });
  }
}

/** A container with what stands in its places; null for one in which nothing is shown. */
function fillSlots(model: FixtureModel, within: (slot: string) => FixtureModel[]): FixtureModel | null {
  if (model.type === 'shelf') return fillInserts(model, within);
  if (!('slots' in model)) return model;
  if (model.type === 'columns') {
    const slots = model.slots.map((slot) => ({ ...slot, fixtures: within(slot.id) }));
    return slots.some(({ fixtures }) => fixtures.length) ? { ...model, slots } : null;
  }
  const filled = <T extends SlotModel>(slots: readonly T[]): T[] =>
    slots.map((slot) => ({ ...slot, fixtures: within(slot.id) })).filter(({ fixtures }) => fixtures.length);
  const whole =
    model.type === 'tabs'
      ? { ...model, slots: filled(model.slots) }
      : { ...model, slots: filled(model.slots) };
  return whole.slots.length ? whole : null;
}

/** A shelf with what stands in the places among its products; what is empty after that is left out. */
function fillInserts(shelf: ShelfModel, within: (slot: string) => FixtureModel[]): ShelfModel {
  if (!shelf.inserts) return shelf;
  const seen = new Set<string>();
  const inserts = shelf.inserts.flatMap((insert): InsertModel[] => {
    const { id, slot, heading, words, link, picture } = insert;
    const found = within(slot);
    const fixtures = seen.has(slot) ? found.map((one) => again(one, id)) : found;
    seen.add(slot);
    return fixtures.length || heading || words || link || picture ? [{ ...insert, fixtures }] : [];
  });
  return { ...shelf, inserts };
}

/** A fixture that a page shows once more, under a name of its own, as are all within it. */
function again<T extends FixtureModel>(fixture: T, mark: string): T {
  const named = { ...fixture, id: `${fixture.id}${ONCE_MORE}${mark}` };
  if (!('slots' in named)) return named;
  const slots = named.slots.map((slot) => ({
    ...slot,
    fixtures: slot.fixtures.map((one) => again(one, mark)),
  }));
  return { ...named, slots };
}

/** The shelf with what is said to a query, and what stands there where nothing is found. */
function withAnswer(composer: Composer, shelf: Shelf): ShelfModel {
  const model = shelfModel(composer, shelf);
  const answer = answerModel(composer);
  return {
    ...model,
    ...(answer && { answer }),
    ...(model.total === 0 && { nothing: nothingModel(composer, shelf) }),
  };
}

const drawerOf = ({ snapshot, state }: Composer, label: Texts): string =>
  textIn(label, state.lang, snapshot.frame.languages) || wordsIn(state.lang).showMore;

function dressOf(composer: Composer, fixture: Fixture): DressModel {
  const { plan, snapshot, aisle, state, context, badges } = composer;
  const { above, ground, words, picture, align, size, widest } = fixture.dress;
  const frame: FrameContext = { snapshot, aisle, plan, lang: state.lang, context, badges };
  const steps = atEachWidth(above);
  const space = (width: WidthName): number | 'none' =>
    steps[width] === 'none' ? 'none' : STEP_PIXELS[steps[width]];
  return {
    above: { wide: space('wide'), medium: space('medium'), narrow: space('narrow') },
    ground,
    words: words ?? (ground && wordsOn(ground, plan.look.colours)),
    picture: pictureOf(frame, picture),
    align,
    size: atEachWidth(size),
    widest,
    // Filters at a side stand beside their shelf, whatever they span.
    bleeds:
      isGrounded(fixture) &&
      reachesEdges(plan.fixtures, fixture) &&
      (fixture.type !== 'facets' || fixture.side === 'above'),
  };
}

function placementOf({ layout: { span, order, stuck } }: Fixture): Placement {
  return {
    spans: atEachWidth(span),
    orders: atEachWidth(order),
    stuckAt: WIDTH_NAMES.filter((width) => steppedAt(stuck, width)),
  };
}

const USUAL = JSON.stringify(USUAL_LAYOUT);
const isUsual = ({ layout }: Fixture): boolean => layout === USUAL_LAYOUT || JSON.stringify(layout) === USUAL;

function betweenIn({ fixtures }: Plan, container: Fixture, slot: string): PerWidth<number> | null {
  const gaps = spanGaps(slotRooms(container, roomsOf(fixtures, container), slot));
  return WIDTH_NAMES.every((width) => gaps[width] === FRAME.columnGap) ? null : gaps;
}

function fixtureModel(
  composer: Composer,
  fixture: Fixture,
  before: ReadonlyMap<string, FixtureModel>,
): FixtureModel | null {
  const { snapshot, aisle, plan, state, context, badges } = composer;
  const frame: FrameContext = { snapshot, aisle, plan, lang: state.lang, context, badges };
  const { id } = fixture;
  switch (fixture.type) {
    case 'breadcrumb':
      return aisle.kind === 'front'
        ? null
        : { id, type: 'breadcrumb', trail: trailOf(snapshot, aisle, state.lang) };
    case 'title':
      return { id, type: 'title', text: titleOf(composer) };
    case 'description': {
      // Wherever it is put it stands once, and an aisle without one shows no box.
      const html = textIn(aisle.descriptions, state.lang, snapshot.frame.languages);
      const twice = [...before.values()].some((other) => other.type === 'description');
      return html && !twice ? { id, type: 'description', html } : null;
    }
    case 'navigation':
      return navigationModel(frame, fixture);
    case 'banner':
      return bannerModel(frame, fixture, {
        title: fixture.holds.title ? titleOf(composer) : '',
        trail: fixture.holds.trail && aisle.kind !== 'front' ? trailOf(snapshot, aisle, state.lang) : [],
      });
    case 'words': {
      const html = textIn(fixture.html, state.lang, snapshot.frame.languages);
      return html ? { id, type: 'words', html } : null;
    }
    case 'picture':
      return pictureModel(frame, fixture);
    case 'tiles':
      return tilesModel(frame, fixture);
    case 'promotion':
      return promotionModel(frame, fixture, shelfOf(plan));
    case 'spotlight':
      return spotlightModel(frame, fixture);
    case 'tabs':
      return {
        id,
        type: 'tabs',
        slots: fixture.tabs.map((tab) => ({
          id: tab.id,
          label: textIn(tab.label, state.lang, snapshot.frame.languages) || tab.id,
          between: betweenIn(plan, fixture, tab.id),
          fixtures: [],
        })),
      };
    case 'slides':
      return {
        id,
        type: 'slides',
        slots: fixture.slides.map((slide) => ({
          id: slide.id,
          between: betweenIn(plan, fixture, slide.id),
          fixtures: [],
        })),
        seconds: fixture.seconds,
        dots: fixture.dots,
      };
    case 'columns':
      return {
        id,
        type: 'columns',
        slots: fixture.columns.map((column) => ({
          ...column,
          between: betweenIn(plan, fixture, column.id),
          fixtures: [],
        })),
        gap: columnGaps(fixture, roomsOf(plan.fixtures, fixture)),
        down: fixture.down,
        stacked: fixture.stacked,
      };
    case 'space':
      return { id, type: 'space', height: atEachWidth(fixture.height) };
    case 'divider':
      return { id, type: 'divider' };
    case 'part':
      // What a link shows has taken its place when the edition was made ready.
      return null;
    case 'facets':
      return facetsModel(composer, fixture);
    case 'shelf':
      return fixture === composer.shelf ? withAnswer(composer, fixture) : null;
  }
}

function facetsModel(composer: Composer, fixture: FacetPanel): FixtureModel | null {
  const { snapshot, aisle, state, filtered, addresses, range, request } = composer;
  if (!filtered) return null;
  const { id, side, share, header, counts } = fixture;
  // A search within the aisle narrows like a filter; in the search aisle it is what the aisle holds.
  const all = aisle.kind === 'search' ? searched(range!.bits, request.matches) : range!.bits;
  const whole = fixture.hideDead ? null : filterRange(snapshot, all, new Map());
  let unfiltered: Filtered | null = whole;
  const context: FacetContext = {
    snapshot,
    aisle,
    state,
    addresses,
    filtered,
    whole,
    unfiltered: () => (unfiltered ??= filterRange(snapshot, all, new Map())),
    find: request.find,
  };
  const facets = fixture.facets.flatMap((choice) => facetModel(context, choice) ?? []);
  unfiltered?.release();
  return { id, type: 'facets', side, share, header, counts, facets };
}
