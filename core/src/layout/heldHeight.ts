import type { Fixture } from '../plan/plan';
import { plainText } from '../text/plainText';
import { FRAME } from '../width/frame';
import { steppedAt, type WidthName } from '../width/widths';

/** Letters of running words take about so much of the width, and lines so much of the height, in CSS pixels. */
const WORDS = { letter: 8.5, line: 26, edges: 40 };
/** For what is as high as its own contents make it. */
const UNKNOWN = 320;

/**
 * Room for what stands in a place among the cards of a staggered grid, in CSS pixels: an estimate from its settings, as
 * nothing is measured there. What is higher is scrolled.
 *
 * @param fixtures In that place.
 * @param card Width of a card.
 */
export const heldHeight = (fixtures: readonly Fixture[], card: number, width: WidthName): number =>
  Math.round(
    fixtures.reduce((sum, fixture) => sum + heightOf(fixture, card, width), 0) +
      Math.max(0, fixtures.length - 1) * FRAME.columnGap,
  );

function heightOf(fixture: Fixture, card: number, width: WidthName): number {
  switch (fixture.type) {
    case 'banner':
      return steppedAt(fixture.height, width);
    case 'picture': {
      const own = fixture.picture?.kind === 'kept' ? fixture.picture : { width: 4, height: 3 };
      return fixture.ratio === null ? (card * own.height) / own.width : (card * fixture.ratio) / 100;
    }
    case 'words': {
      const longest = Math.max(0, ...Object.values(fixture.html).map((html) => plainText(html).length));
      return Math.ceil((longest * WORDS.letter) / Math.max(60, card)) * WORDS.line + WORDS.edges;
    }
    case 'space':
      return steppedAt(fixture.height, width);
    case 'divider':
      return 2;
    default:
      return UNKNOWN;
  }
}
