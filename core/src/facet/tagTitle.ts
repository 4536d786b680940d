import { textIn } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { wordsIn } from '../words/words';

/** What the shop's tags are called together. */
export const tagTitle = ({ frame }: Snapshot, lang: string): string =>
  textIn(frame.face?.tagTitles ?? {}, lang, frame.languages) || wordsIn(lang).facets.tag;
