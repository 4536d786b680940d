import { sitemapPages, type Snapshot } from '@fond/core';
import { inShop, xmlOf, type XmlElement } from './xml';

const SITEMAP = 'http://www.sitemaps.org/schemas/sitemap/0.9';
/** A file may hold 50,000 addresses and 50 MB; with the other languages beside each, it keeps well below both. */
const MOST_ADDRESSES = 20_000;

/** The shop's sitemap, in as many files as its pages need. */
export class SitemapFiles {
  private readonly pages: number;
  /** Pages of one file. */
  private readonly each: number;

  /**
   * @param root Address of the shop, without a slash at its end.
   * @param most Addresses in one file.
   */
  constructor(
    private readonly snapshot: Snapshot,
    private readonly root: string,
    most = MOST_ADDRESSES,
  ) {
    this.each = Math.max(1, Math.floor(most / snapshot.frame.languages.length));
    let pages = 0;
    for (const _page of sitemapPages(snapshot)) pages++;
    this.pages = pages;
  }

  get count(): number {
    return Math.max(1, Math.ceil(this.pages / this.each));
  }

  /** The names of all files. @param at Address of a file by its number, from 1. */
  index(at: (part: number) => string): string {
    const sitemap = Array.from({ length: this.count }, (_, part) => ({ loc: { '#': at(part + 1) } }));
    return xmlOf({ sitemapindex: { '@xmlns': SITEMAP, sitemap } });
  }

  /** A file by its number, from 1. */
  file(part: number): string {
    const url: XmlElement[] = [];
    let at = 0;
    for (const { addresses, changed } of sitemapPages(this.snapshot)) {
      if (Math.floor(at++ / this.each) !== part - 1) continue;
      const alternates = addresses.map(({ lang, href }) => ({
        '@rel': 'alternate',
        '@hreflang': lang,
        '@href': inShop(this.root, href),
      }));
      for (const { href } of addresses)
        url.push({
          loc: { '#': inShop(this.root, href) },
          ...(changed !== null && { lastmod: { '#': new Date(changed).toISOString() } }),
          ...(alternates.length > 1 && { 'xhtml:link': alternates }),
        });
    }
    return xmlOf({ urlset: { '@xmlns': SITEMAP, '@xmlns:xhtml': 'http://www.w3.org/1999/xhtml', url } });
  }
}
