import { colourOf } from '../look/paint';
import { cardOf } from '../card/card';
import { type CardDesign, type CardElement, USUAL_FACE, elementName, isRevealed } from '../card/design';
import { buttonInk, inkOver } from '../card/drawn';
import { type Bitset, holds } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { MIN_CONTRAST, contrastOf, leastContrastOver } from '../look/contrast';
import type { Colours } from '../look/colours';
import type { Coverage } from '../page/benchModel';
import { type Plan, shelfOf } from '../plan/plan';

/** Elements that every product fills, so that nobody has to count them. */
const ALWAYS: readonly CardElement['element'][] = [
  'picture',
  'badges',
  'name',
  'price',
  'stock',
  'wish',
  'compare',
  'quick',
];

/**
 * For each element of a card, on or off, how many products have anything for it.
 *
 * @param words The products that are counted.
 */
export function cardCoverage(
  snapshot: Snapshot,
  bits: Bitset,
  card: readonly CardElement[],
  lang: string,
): Coverage[] {
  const asked = card.filter(({ element }) => !ALWAYS.includes(element)).map((one) => ({ ...one, on: true }));
  const counts = new Array<number>(asked.length).fill(0);
  const none = { rules: [], most: 0, context: { now: 0, ranges: [], blends: [] } };
  for (let p = 0; p < snapshot.size; p++)
    if (holds(bits, p)) for (const { at } of cardOf(snapshot, p, asked, none, lang).parts) counts[at]++;
  return asked.map((element, at) => ({ name: elementName(element), products: counts[at] }));
}

/** What a form can't show of a card, so that one definition serves all of them. */
export type FormLimit = 'revealed-in-lines' | 'ratio-in-lanes' | 'equal-without-rows';

/** What of a design has no effect in some forms. */
export function formLimits({ card, face }: CardDesign): FormLimit[] {
  const limits: FormLimit[] = [];
  if (card.some((one) => one.on && isRevealed(card, one))) limits.push('revealed-in-lines');
  if (face.ratio !== USUAL_FACE.ratio || face.crop === 'whole') limits.push('ratio-in-lanes');
  if (face.equal) limits.push('equal-without-rows');
  return limits;
}

/** Words of a card that are hard to read, on the look's light or dark ground. */
export interface CardFault {
  name: string;
  contrast: number;
}

/**
 * The elements of a plan's card whose words are too close to what they stand on, in the look's light or dark colours. What
 * is written in a category's own colour, or on it, is not looked at: there are as many as categories.
 */
export function cardFaults(plan: Pick<Plan, 'fixtures' | 'look'>): CardFault[] {
  const shelf = shelfOf(plan);
  if (!shelf) return [];
  const { card, face } = shelf;
  const { look } = plan;
  const plain = face.ground ?? ((face.frame ?? look.frame) === 'filled' ? 'band' : 'ground');
  const { overlay } = face;
  const laid =
    overlay && overlay.colour !== 'category' ? { colour: overlay.colour, opacity: overlay.opacity } : null;
  // As it is drawn: chosen once, by the light colours.
  const laidInk = laid && inkOver(laid.colour, laid.opacity, look.colours);
  return card.flatMap((element): CardFault[] => {
    if (!element.on) return [];
    const revealed = isRevealed(card, element);
    const { colour } = element.look;
    const under = !revealed ? plain : overlay?.colour === 'category' ? 'category' : 'ground';
    if (colour === 'category' || under === 'category') return [];
    if (element.element === 'cart' && colour !== null) {
      // As it is drawn: words of a button are chosen once, by the light colours.
      const ink = buttonInk(colour, look.colours);
      const least = Math.min(
        ...[look.colours, ...(look.dark ? [look.dark] : [])].map((colours) =>
          contrastOf(colourOf(ink, colours), colourOf(colour, colours)),
        ),
      );
      return least < MIN_CONTRAST ? [{ name: elementName(element), contrast: least }] : [];
    }
    const ink = colour ?? (revealed ? laidInk : null) ?? 'ink';
    const contrastIn = (colours: Colours): number =>
      revealed && laid && laidInk
        ? leastContrastOver(colourOf(ink, colours), colourOf(laid.colour, colours), laid.opacity / 100)
        : contrastOf(colourOf(ink, colours), colourOf(under, colours));
    const contrast = Math.min(...[look.colours, ...(look.dark ? [look.dark] : [])].map(contrastIn));
    return contrast < MIN_CONTRAST ? [{ name: elementName(element), contrast }] : [];
  });
}
