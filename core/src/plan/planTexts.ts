import type { Lang, Texts } from '../text/texts';
import type { CardElement } from '../card/design';
import type { PictureSource } from './fixtures';
import { shelfOf, type Fixture, type Plan } from './plan';

/** What a text of a plan is. */
export type TextUse =
  | 'heading'
  | 'words'
  | 'button'
  | 'caption'
  | 'alternative'
  | 'tab'
  | 'number'
  | 'link'
  | 'card'
  | 'badge';

/** A text that somebody has written for a plan. `fixture` is null where it stands on cards. */
export interface PlanText {
  use: TextUse;
  fixture: string | null;
  texts: Texts;
}

const ofPicture = (picture: PictureSource | null): [TextUse, Texts][] =>
  picture?.kind === 'kept' ? [['alternative', picture.alt]] : [];
const ofCard = (card: readonly CardElement[] | null): [TextUse, Texts][] =>
  (card ?? []).filter(({ on }) => on).map(({ text }) => ['card', text]);

/** The texts of one fixture, with what each of them is. */
export function fixtureTexts(fixture: Fixture): [TextUse, Texts][] {
  switch (fixture.type) {
    case 'banner':
      return [
        ...[fixture.picture, fixture.others.medium, fixture.others.narrow].flatMap(ofPicture),
        ['heading', fixture.heading],
        ['words', fixture.words],
        ...(fixture.link ? ([['button', fixture.link.label]] satisfies [TextUse, Texts][]) : []),
      ];
    case 'words':
      return [['words', fixture.html]];
    case 'picture':
      return [...ofPicture(fixture.picture), ['caption', fixture.caption]];
    case 'navigation':
      return fixture.links.map(({ label }) => ['link', label]);
    case 'tiles':
      return [
        ...(fixture.of.kind === 'aisles'
          ? fixture.of.aisles.flatMap(({ picture }) => ofPicture(picture))
          : []),
        ['number', fixture.before],
        ['number', fixture.after],
      ];
    case 'spotlight':
      return [
        ['heading', fixture.heading],
        ['button', fixture.button],
      ];
    case 'promotion':
      return [
        ['heading', fixture.heading],
        ...(fixture.more ? ([['button', fixture.more.label]] satisfies [TextUse, Texts][]) : []),
        ...ofCard(fixture.card),
      ];
    case 'tabs':
      return fixture.tabs.map(({ label }) => ['tab', label]);
    case 'shelf':
      return fixture.inserts.flatMap(({ picture, heading, words, link }): [TextUse, Texts][] => [
        ...ofPicture(picture),
        ['heading', heading],
        ['words', words],
        ...(link ? ([['button', link.label]] satisfies [TextUse, Texts][]) : []),
      ]);
    case 'part':
      return Object.values(fixture.own).flatMap(({ heading }): [TextUse, Texts][] =>
        heading ? [['heading', heading]] : [],
      );
    default:
      return [];
  }
}

/**
 * The texts of a plan that fall back to another language where one has none: of its fixtures in their order, of its
 * cards and of its badges. Own words in place of the shop's fall back to those, and are not among them.
 */
export function planTexts(plan: Pick<Plan, 'fixtures' | 'badges'>): PlanText[] {
  return [
    ...plan.fixtures.flatMap((fixture) =>
      fixtureTexts(fixture).map(([use, texts]): PlanText => ({ use, fixture: fixture.id, texts })),
    ),
    ...ofCard(shelfOf(plan)?.card ?? null).map(([use, texts]): PlanText => ({ use, fixture: null, texts })),
    ...plan.badges.rules
      .filter(({ on }) => on)
      .map(({ text }): PlanText => ({ use: 'badge', fixture: null, texts: text })),
  ];
}

/** Figures of products, such as `{saving}`, and signs are the same in every language. */
const SAYS_WORDS = /\p{L}/u;
const FIGURES = /\{\w+\}/g;

/** Whether a page in `lang` shows words in another of the shop's languages, since it has none in its own. */
export const borrowed = (texts: Texts, lang: Lang, languages: readonly Lang[]): boolean => {
  if (texts[lang]) return false;
  const shown = languages.map((other) => texts[other]).find(Boolean);
  return shown !== undefined && SAYS_WORDS.test(shown.replace(FIGURES, ''));
};
