import {
  atAllWidths,
  PAGE_FRAME,
  cardRooms,
  roomsOf,
  shelfRooms,
  sizesOf,
  startingFixtures,
  usual,
  USUAL_TILES,
  widthIn,
  type Fixture,
  type Shelf,
  type Slot,
} from '../core/src';
import { spreadOf, spreadRow, timed, type Row } from './measure';

const FIXTURES = 60;
const ROUNDS = 500;

/** A page as full as a plan may be: containers three deep, tiles in all of them, the shelf in the innermost. */
function fullPage(): { fixtures: Fixture[]; shelf: Shelf } {
  const columns = (id: string, inside: Slot | null): Fixture => ({
    ...usual(id),
    inside,
    type: 'columns',
    columns: [
      { id: 'side', width: { by: 'pixels', pixels: 200 }, medium: null, stuck: false },
      { id: 'main', width: { by: 'share', share: 100 }, medium: null, stuck: false },
    ],
    gap: atAllWidths(24),
    down: 'start',
    stacked: 'narrow',
  });
  const within = (fixture: string): Slot => ({ fixture, slot: 'main' });
  const containers = [columns('one', null), columns('two', within('one')), columns('three', within('two'))];
  const own = startingFixtures([], []).find((fixture): fixture is Shelf => fixture.type === 'shelf')!;
  const shelf: Shelf = { ...own, inside: within('three') };
  const tiles = Array.from({ length: FIXTURES - containers.length - 1 }, (_, n): Fixture => ({
    ...usual(`tiles-${n}`),
    inside: within(containers[n % containers.length].id),
    ...USUAL_TILES,
  }));
  return { fixtures: [...containers, ...tiles, shelf], shelf };
}

/** All widths of a page: the room of every fixture, of the shelf's cards, and what browsers are told of them. */
export function layoutRows(): Row[] {
  const { fixtures, shelf } = fullPage();
  const times: number[] = [];
  let sum = 0;
  for (let n = 0; n < ROUNDS; n++)
    times.push(
      timed(() => {
        for (const fixture of fixtures) sum += sizesOf(roomsOf(fixtures, fixture), PAGE_FRAME).length;
        const cards = cardRooms(shelfRooms(fixtures, shelf), shelf.columns, shelf.gap);
        for (const viewport of [1280, 820, 390]) sum += widthIn(cards, viewport);
      }),
    );
  if (!Number.isFinite(sum)) throw new Error('The page has no width.');
  return [
    spreadRow(
      `layout arithmetic of a page of ${FIXTURES} fixtures, three deep`,
      spreadOf(times),
      'median < 1 ms',
    ),
  ];
}
