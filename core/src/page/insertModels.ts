import { insertsOn, standsAt, startOf, type PageCut, type Standing } from '../layout/inserts';
import { heldHeight } from '../layout/heldHeight';
import {
  cardRooms,
  insertRooms,
  isLines,
  shelfRooms,
  sizesOf,
  widthIn,
  type ShelfShape,
} from '../layout/room';
import {
  lanesOf,
  mixedLanes,
  narrowestCard,
  pictureShape,
  wordsHeight,
  type AmongCards,
  type CardLane,
} from '../layout/staggered';
import type { Card } from '../card/card';
import type { DrawnElement } from '../card/drawn';
import { targetHref } from '../address/link';
import { wordsOn } from '../look/buttonLook';
import { paintCss, type Paint } from '../look/paint';
import type { ShelfInsert } from '../plan/inserts';
import { standingIn } from '../plan/nesting';
import type { Shelf } from '../plan/plan';
import { textIn, type Texts } from '../text/texts';
import { atEachWidth, steppedAt, WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import { DEVICE_WIDTHS } from '../width/frame';
import type { Composer } from './composer';
import { pictureOf } from './frameModels';
import type { InsertModel } from './pageModel';

/** The pages that are shown together, and the products on them. */
export interface ShownPages {
  /** Places of the first product that is shown, and behind the last one, counted from 0. */
  from: number;
  until: number;
  firstPage: number;
  page: number;
  pages: number;
  cuts: PageCut;
}

/** What stands among the cards that are shown, on each of their pages; nothing for a shelf that has none. */
export function insertModels(
  composer: Composer,
  shelf: Shelf,
  form: Shelf['form'],
  standing: readonly Standing[],
  { from, until, firstPage, page, pages, cuts }: ShownPages,
): InsertModel[] {
  if (!standing.length) return [];
  const models: InsertModel[] = [];
  for (let p = firstPage; p <= page; p++) {
    const start = startOf(p, cuts);
    const products = Math.min(startOf(p + 1, cuts), until) - start;
    const here = shelf.inserts.filter(({ id }) => standsAt(standing, id, p).length > 0);
    for (const { insert, before } of insertsOn(here, products, p, pages)) {
      const model = insertModel(composer, shelf, form, insert, standsAt(standing, insert.id, p));
      if (model) models.push({ ...model, id: `${insert.id}-${p}-${before}`, before: start - from + before });
    }
  }
  return models;
}

/** One of them, before what stands in it is filled in; none where it has nothing to show in the page's language. */
function insertModel(
  composer: Composer,
  shelf: Shelf,
  form: Shelf['form'],
  insert: ShelfInsert,
  shown: readonly WidthName[],
): Omit<InsertModel, 'before'> | null {
  const { snapshot, plan, state, aisle, context, badges } = composer;
  const said = (texts: Texts): string => textIn(texts, state.lang, snapshot.frame.languages);
  const frame = { snapshot, aisle, plan, lang: state.lang, context, badges };
  const picture = pictureOf(frame, insert.picture);
  const [heading, words] = [said(insert.heading), said(insert.words)];
  const title = insert.link ? said(insert.link.label) : '';
  const link = insert.link && title ? { title, href: targetHref(frame, insert.link.address) } : null;
  const holds = standingIn(plan.fixtures, { fixture: shelf.id, slot: insert.id }).length > 0;
  if (!picture && !heading && !words && !link && !holds) return null;
  const across = (width: WidthName): number => (isLines(form) ? 1 : steppedAt(shelf.columns, width));
  const cells = (of: ShelfInsert['columns'], most: (width: WidthName) => number): PerWidth<number> => ({
    wide: Math.min(most('wide'), steppedAt(of, 'wide')),
    medium: Math.min(most('medium'), steppedAt(of, 'medium')),
    narrow: Math.min(most('narrow'), steppedAt(of, 'narrow')),
  });
  const ground = insert.ground as Paint | null;
  return {
    id: insert.id,
    slot: insert.id,
    fixtures: [],
    heading,
    words,
    link,
    picture,
    sizes: sizesOf(insertRooms(plan.fixtures, { ...shelf, form }, insert), plan.look),
    ground: ground && paintCss(ground),
    ink: ground && paintCss(wordsOn(ground, plan.look.colours)),
    columns: cells(insert.columns, across),
    rows: cells(insert.rows, () => (isLines(form) ? 1 : 2)),
    hiddenAt: WIDTH_NAMES.filter((width) => !shown.includes(width)),
  };
}

/** What stands among the cards, as the model has it; in a staggered grid everything with its lane. */
export function inLanes(
  { plan }: Composer,
  shelf: Shelf,
  shape: ShelfShape,
  cards: readonly Card[],
  elements: readonly DrawnElement[],
  among: readonly InsertModel[],
): { lanes?: readonly CardLane[]; inserts?: readonly InsertModel[] } {
  const rooms = shelfRooms(plan.fixtures, shelf);
  if (!among.length) return lanesOf(cards, rooms, shape, elements, plan.look);
  if (shape.form !== 'staggered') return { inserts: among };
  const columns = atEachWidth(shelf.columns);
  const cardAt = (width: WidthName): number =>
    widthIn(cardRooms(rooms, shelf.columns, shelf.gap), DEVICE_WIDTHS[width], plan.look);
  const heldAt = ({ slot }: InsertModel, width: WidthName): number =>
    heldHeight(standingIn(plan.fixtures, { fixture: shelf.id, slot }), cardAt(width), width);
  const saidAt = (one: InsertModel, width: WidthName): number =>
    wordsHeight(one, narrowestCard(rooms, columns, atEachWidth(shelf.gap), width));
  const items = among.map((one): AmongCards => {
    const shapeOf = one.picture ? pictureShape({ images: [one.picture] }) : 0;
    return {
      before: one.before,
      shape: shapeOf,
      heightAt: (narrowest, width) =>
        one.hiddenAt.includes(width)
          ? { widths: 0, pixels: 0 }
          : { widths: shapeOf, pixels: wordsHeight(one, narrowest) + heldAt(one, width) },
    };
  });
  const { lanes, others } = mixedLanes(cards, items, rooms, shape, elements, plan.look);
  return {
    lanes,
    inserts: among.map((one, at) => ({
      ...one,
      lane: others[at],
      said: { wide: saidAt(one, 'wide'), medium: saidAt(one, 'medium'), narrow: saidAt(one, 'narrow') },
      held: { wide: heldAt(one, 'wide'), medium: heldAt(one, 'medium'), narrow: heldAt(one, 'narrow') },
    })),
  };
}
