import {
  atEachWidth,
  isOfCategories,
  listWords,
  sayRange,
  type Fixture,
  type Stepped,
  type Texts,
  type TileSource,
} from '@fond/core';
import { counted } from './counted';
import type { BriefWords } from './sentences';
import { arrangedWords } from './arrangedWords';
import { FORM_WORDS, orderWords, shortList } from './words';

/** The text in a language, or in any that there is. */
export const textIn = (texts: Texts, lang: string): string => {
  const own: string | undefined = texts[lang];
  return own || (Object.values(texts).find(Boolean) ?? '');
};

/** “3 (2 medium, 1 narrow)”, or one number where all widths have the same. */
export function perWidthWords(stepped: Stepped<number>, unit = ''): string {
  const { wide, medium, narrow } = atEachWidth(stepped);
  if (wide === medium && medium === narrow) return `${wide}${unit}`;
  return `${wide}${unit} (${medium} medium, ${narrow} narrow)`;
}

const plainWords = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const shorten = (text: string, most = 60): string =>
  text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;

const quote = (text: string): string => (text ? `“${shorten(text)}”` : '');

const ALL_TILED = { collection: 'all collections', tag: 'all tags', page: 'all pages' } as const;

/** What tiles are of. */
function tiledWords(of: TileSource, names: BriefWords['names']): string {
  switch (of.kind) {
    case 'children':
      return 'the categories below';
    case 'chosen':
      return (
        shortList(
          of.categories.map((id) => names.category(id) ?? 'one that is gone'),
          3,
        ) || 'none chosen yet'
      );
    case 'aisles':
      return of.aisles.length ? `${counted(of.aisles.length, 'aisle')} of your choice` : 'none chosen yet';
    case 'all':
      return ALL_TILED[of.of];
    case 'values':
      return `the values of ${names.attribute(of.attribute)?.label.toLowerCase() ?? `“${of.attribute}”`}`;
  }
}

/** What a fixture shows, as the end of a sentence that begins with its name; the shelf and the filters have their own. */
export function fixtureSentence(fixture: Fixture, { lang, names, parts }: BriefWords): string {
  switch (fixture.type) {
    case 'breadcrumb':
      return 'the way to this aisle';
    case 'title':
      return 'the aisle’s own';
    case 'description':
      return 'the aisle’s own words';
    case 'divider':
      return 'a line';
    case 'space':
      return perWidthWords(fixture.height, ' px');
    case 'navigation': {
      const what = {
        near: 'the categories near the page',
        tree: 'the whole tree',
        chosen: counted(fixture.links.length, 'link') + ' of your choice',
      }[fixture.of];
      const how = [fixture.form === 'pills' ? 'in a row' : 'as a list', fixture.counts ? 'with counts' : ''];
      if (fixture.colours) how.push('in their own colours');
      if (!fixture.hideEmpty) how.push('empty ones too');
      return `${what}, ${how.filter(Boolean).join(', ')}`;
    }
    case 'banner': {
      const { picture } = fixture;
      const on = !picture
        ? 'on the shop’s colour'
        : picture.kind === 'aisle'
          ? 'on the aisle’s picture'
          : 'on a picture';
      const words = quote(textIn(fixture.heading, lang)) || quote(textIn(fixture.words, lang)) || 'no words';
      return `${words} ${on}, ${perWidthWords(fixture.height, ' px')} high`;
    }
    case 'words':
      return quote(plainWords(textIn(fixture.html, lang))) || 'none yet';
    case 'picture':
      if (!fixture.picture) return 'none yet';
      return [
        fixture.picture.kind === 'aisle' ? 'the aisle’s own' : 'one of its own',
        fixture.spots.length ? `with ${counted(fixture.spots.length, 'product')} on it` : '',
        quote(textIn(fixture.caption, lang)),
      ]
        .filter(Boolean)
        .join(', ');
    case 'tiles': {
      const what = tiledWords(fixture.of, names);
      return fixture.grid === 'free' && isOfCategories(fixture)
        ? `${what}, each where it was put`
        : `${what}, ${perWidthWords(fixture.columns)} across`;
    }
    case 'promotion': {
      const head = quote(textIn(fixture.heading, lang));
      return `${head ? `${head}: ` : ''}${sayRange(fixture.range, names)}, ${orderWords(fixture.levels, names)}${arrangedWords({ ...fixture, soldOutLast: false }, names)}; ${FORM_WORDS[fixture.form]} of up to ${fixture.most}${fixture.form === 'carousel' && fixture.backwards ? ' that begins at the far side' : ''}${fixture.more ? ', with a way to all' : ''}`;
    }
    case 'spotlight': {
      const head = quote(textIn(fixture.heading, lang));
      return `${head ? `${head}: ` : ''}the first of ${sayRange(fixture.range, names)}, ${orderWords(fixture.levels, names)}`;
    }
    case 'tabs':
      return listWords(
        fixture.tabs.map(({ id, label }) => quote(textIn(label, lang)) || id),
        'and',
      );
    case 'slides':
      return `${counted(fixture.slides.length, 'view')}, ${fixture.seconds ? `the next one after ${fixture.seconds} seconds` : 'turned by hand'}`;
    case 'columns':
      if (fixture.columns.length === 1) return 'a section of the page';
      return `${fixture.columns
        .map(({ width }) => (width.by === 'share' ? width.share : `${width.pixels} px`))
        .join(
          ' : ',
        )}, one above another on ${fixture.stacked === 'medium' ? 'medium and narrow' : 'narrow'} pages`;
    case 'part': {
      const own = Object.values(fixture.own);
      const differs = [
        own.some(({ heading }) => heading) ? 'another heading' : '',
        own.some(({ range }) => range) ? 'other products' : '',
        own.some(({ levels }) => levels) ? 'another order' : '',
        own.some(({ most }) => most !== null) ? 'another number' : '',
        own.some(({ card }) => card) ? 'other cards' : '',
      ].filter(Boolean);
      const name = parts(fixture.part);
      if (name === null) return 'one that is gone';
      return `${quote(name)}${differs.length ? `, with ${listWords(differs, 'and')}` : ''}`;
    }
    case 'facets':
    case 'shelf':
      return '';
  }
}
