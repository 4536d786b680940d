import { textIn, wordsIn, type Lang, type Snapshot } from '@fond/core';
import { xmlOf } from './xml';

/** OpenSearch allows a short name this many letters. */
const SHORT = 16;

/** As many whole words as have room; the first is cut where it has none. */
function shortName(name: string): string {
  let short = '';
  for (const word of name.split(/\s+/)) {
    const longer = short ? `${short} ${word}` : word;
    if (longer.length > SHORT) break;
    short = longer;
  }
  return short || name.slice(0, SHORT);
}

/**
 * How browsers search the shop (OpenSearch 1.1, description document).
 *
 * @param root Address of the shop, without a slash at its end.
 * @param self Address of the document.
 */
export function searchDescriptionOf(snapshot: Snapshot, lang: Lang, root: string, self: string): string {
  const { languages, shopTitles } = snapshot.frame;
  const shop = textIn(shopTitles, lang, languages);
  const inLanguage = lang === languages[0] ? '' : `&lang=${encodeURIComponent(lang)}`;
  return xmlOf({
    OpenSearchDescription: {
      '@xmlns': 'http://a9.com/-/spec/opensearch/1.1/',
      ShortName: { '#': shortName(shop) },
      Description: { '#': wordsIn(lang).searchShop(shop) },
      Language: { '#': lang },
      InputEncoding: { '#': 'UTF-8' },
      Image: { '@type': 'image/svg+xml', '#': `${root}/icon.svg` },
      Url: [
        { '@type': 'text/html', '@template': `${root}/search?q={searchTerms}${inLanguage}` },
        { '@type': 'application/opensearchdescription+xml', '@rel': 'self', '@template': self },
      ],
    },
  });
}
