import {
  byLevels,
  hrefOf,
  permutationOf,
  productPath,
  textIn,
  wordsIn,
  type Lang,
  type Snapshot,
} from '@fond/core';
import { inShop, xmlOf } from './xml';

const MAX_ENTRIES = 50;
const NEWEST = byLevels([{ key: 'newest', reversed: false }]);

/**
 * The shop's newest products as an Atom feed (RFC 4287).
 *
 * @param root Address of the shop, without a slash at its end.
 * @param self Address of the feed.
 */
export function feedOf(snapshot: Snapshot, lang: Lang, root: string, self: string): string {
  const { languages, shopTitles } = snapshot.frame;
  const shop = textIn(shopTitles, lang, languages);
  const iso = (moment: number): string => new Date(moment).toISOString();
  const { positions } = permutationOf(snapshot, NEWEST, lang, { now: 0, ranges: [], blends: [] });
  // Those of which nobody knows when they came stand last, and are no news.
  const newest = Array.from(positions.subarray(0, MAX_ENTRIES)).filter(
    (p) => !Number.isNaN(snapshot.created[p]),
  );
  const entry = newest.map((p) => {
    const href = inShop(root, hrefOf(snapshot, productPath(snapshot.slugs[p]), lang));
    const description = textIn(snapshot.descriptions[p], lang, languages);
    return {
      id: { '#': href },
      title: { '#': textIn(snapshot.titles[p], lang, languages) },
      link: { '@rel': 'alternate', '@type': 'text/html', '@href': href },
      published: { '#': iso(snapshot.created[p]) },
      updated: { '#': iso(snapshot.changed[p]) },
      ...(description && { summary: { '@type': 'html', '#': description } }),
    };
  });
  const updated = newest.reduce((latest, p) => Math.max(latest, snapshot.changed[p]), 0);
  return xmlOf({
    feed: {
      '@xmlns': 'http://www.w3.org/2005/Atom',
      '@xml:lang': lang,
      id: { '#': self },
      title: { '#': `${shop} · ${wordsIn(lang).newProducts}` },
      updated: { '#': iso(updated) },
      author: { name: { '#': shop } },
      link: [
        { '@rel': 'self', '@type': 'application/atom+xml', '@href': self },
        { '@rel': 'alternate', '@type': 'text/html', '@href': inShop(root, hrefOf(snapshot, '/', lang)) },
      ],
      entry,
    },
  });
}
