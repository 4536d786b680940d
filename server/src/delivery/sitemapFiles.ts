import {
  addressOf,
  plainState,
  sitemapPages,
  type Lang,
  type Plan,
  type Selections,
  type SitemapPage,
  type Snapshot,
} from '@fond/core';
import { inShop, xmlOf, type XmlElement } from './xml';

const SITEMAP = 'http://www.sitemaps.org/schemas/sitemap/0.9';
/** A file may hold 50,000 addresses, but writing so many would keep shoppers waiting; of these it takes no longer than a page. */
const MAX_ADDRESSES = 2_000;
const NOTHING: Selections = new Map();

/** The shop's sitemap, in as many files as its pages need. */
export class SitemapFiles {
  private readonly pages: readonly SitemapPage[];
  /** Pages of one file. */
  private readonly each: number;
  private readonly written = new Map<number, string>();

  /**
   * @param root Address of the shop, without a slash at its end.
   * @param most Addresses in one file.
   */
  constructor(
    private readonly snapshot: Snapshot,
    private readonly root: string,
    plans: readonly Plan[],
    most = MAX_ADDRESSES,
  ) {
    this.each = Math.max(1, Math.floor(most / snapshot.frame.languages.length));
    this.pages = sitemapPages(snapshot, plans);
  }

  get count(): number {
    return Math.ceil(this.pages.length / this.each);
  }

  /** The names of all files. @param at Address of a file by its number, from 1. */
  index(at: (part: number) => string): string {
    const sitemap = Array.from({ length: this.count }, (_, part) => ({ loc: { '#': at(part + 1) } }));
    return xmlOf({ sitemapindex: { '@xmlns': SITEMAP, sitemap } });
  }

  /** A file by its number, from 1; written when it is first asked for. */
  file(part: number): string {
    const known = this.written.get(part);
    if (known !== undefined) return known;
    const text = this.write(part);
    this.written.set(part, text);
    return text;
  }

  private hrefOf(path: string, lang: Lang, selections: Selections): string {
    return addressOf({ ...plainState(path, lang), selections }, this.snapshot.frame.languages[0]);
  }

  private write(part: number): string {
    const url: XmlElement[] = [];
    for (const { path, changed, selections = NOTHING } of this.pages.slice(
      (part - 1) * this.each,
      part * this.each,
    )) {
      const alternates = this.snapshot.frame.languages.map((lang) => ({
        '@rel': 'alternate',
        '@hreflang': lang,
        '@href': inShop(this.root, this.hrefOf(path, lang, selections)),
      }));
      for (const { '@href': address } of alternates)
        url.push({
          loc: { '#': address },
          ...(changed !== null && { lastmod: { '#': new Date(changed).toISOString() } }),
          ...(alternates.length > 1 && { 'xhtml:link': alternates }),
        });
    }
    return xmlOf({ urlset: { '@xmlns': SITEMAP, '@xmlns:xhtml': 'http://www.w3.org/1999/xhtml', url } });
  }
}
