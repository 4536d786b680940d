import { listWords, type FixtureFinding } from '@fond/core';
import { TEXT_USES } from '../../wording/textUses';

/** A finding about a fixture in words, without its name. */
export function findingWords(finding: FixtureFinding): string {
  switch (finding.kind) {
    case 'shows-nothing':
      return 'shows nothing here, so its place is left out';
    case 'description-twice':
      return 'is there already; shoppers get it once, where it stands first';
    case 'picture-small':
      return `is drawn ${finding.needed} px wide, and its picture has ${finding.width} px`;
    case 'tab-unnamed':
      return `has a tab without a name in this language: ${finding.tab}`;
    case 'other-language':
      return `has ${TEXT_USES[finding.use][0]} in another language, as there is none in this one`;
    case 'row-unfilled':
      return `has ${finding.cards} ${finding.cards === 1 ? 'card' : 'cards'}, fewer than fill a row on ${listWords(finding.widths, 'and')} pages`;
    case 'nothing-to-turn':
      return `has ${finding.cards} ${finding.cards === 1 ? 'card' : 'cards'}, all in view at every width, so it can’t be turned`;
  }
}
