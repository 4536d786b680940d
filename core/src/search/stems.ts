import { stemmer as danish } from '@orama/stemmers/danish';
import { stemmer as dutch } from '@orama/stemmers/dutch';
import { stemmer as english } from '@orama/stemmers/english';
import { stemmer as finnish } from '@orama/stemmers/finnish';
import { stemmer as french } from '@orama/stemmers/french';
import { stemmer as german } from '@orama/stemmers/german';
import { stemmer as italian } from '@orama/stemmers/italian';
import { stemmer as norwegian } from '@orama/stemmers/norwegian';
import { stemmer as portuguese } from '@orama/stemmers/portuguese';
import { stemmer as spanish } from '@orama/stemmers/spanish';
import { stemmer as swedish } from '@orama/stemmers/swedish';
import { fold } from '../text/fold';
import type { Lang } from '../text/texts';

/** Snowball's stemmers (M. F. Porter, 2001) by language; others have none, and their words are sought as they are. */
const STEMMERS: ReadonlyMap<Lang, (word: string) => string> = new Map([
  ['da', danish],
  ['de', german],
  ['en', english],
  ['es', spanish],
  ['fi', finnish],
  ['fr', french],
  ['it', italian],
  ['nb', norwegian],
  ['nl', dutch],
  ['no', norwegian],
  ['pt', portuguese],
  ['sv', swedish],
]);

/** A stem shorter than this begins too many other words. */
const SHORTEST = 3;

/**
 * A word without its ending, folded: “pans” is “pan”, “casseroles” “casserol”. Numbers, and words of languages without a
 * stemmer, stay as they are, as does a word of which hardly anything would be left.
 */
export function stemOf(word: string, lang: Lang): string {
  const whole = fold(word);
  if (/\d/.test(whole)) return whole;
  const stem = fold(STEMMERS.get(lang)?.(word.toLowerCase()) ?? whole);
  return stem.length >= SHORTEST ? stem : whole;
}
