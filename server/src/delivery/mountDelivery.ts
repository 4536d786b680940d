import type { Express, Request, Response } from 'express';
import { languageOf, type Edition, type Lang, type Snapshot } from '@fond/core';
import type { ServingHost } from '../serving/servingHost';
import { originOf } from '../http/origin';
import { readParameters } from '../http/parameters';
import { problem } from '../problem/problem';
import { feedOf } from './feed';
import { searchDescriptionOf } from './searchDescription';
import { SitemapFiles } from './sitemapFiles';

const HOUR = 'public, max-age=3600';

/** The desk is nobody's business, nor is what belongs to one shopper; search results are no pages of their own. */
const robotsOf = (origin: string): string =>
  [
    'User-agent: *',
    'Disallow: /',
    'Allow: /shop',
    'Allow: /api/shop/',
    'Allow: /pictures/',
    'Allow: /sitemap',
    ...['search', 'cart', 'wishes', 'account', 'compare'].map((page) => `Disallow: /shop/${page}`),
    'Allow: /shop/search-description.xml',
    '',
    `Sitemap: ${origin}/sitemap.xml`,
    '',
  ].join('\n');

/**
 * What machines read of the shop: search engines, feed readers, and the search box of browsers.
 *
 * @param own Address of this server.
 */
export function mountDelivery(app: Express, host: ServingHost, own: string): void {
  const send = (response: Response, type: string, text: string): void =>
    void response.set('Cache-Control', HOUR).type(`${type}; charset=utf-8`).send(text);
  const origin = (request: Request): string => originOf(request, host.serving(), own);
  /** Of the catalogue and the plans as they stand, for each address; written once. */
  let kept = {
    snapshot: null as Snapshot | null,
    edition: null as Edition | null,
    files: new Map<string, SitemapFiles>(),
  };
  const sitemapOf = (request: Request): SitemapFiles => {
    const { snapshot, edition } = host.serving();
    if (kept.snapshot !== snapshot || kept.edition !== edition)
      kept = { snapshot, edition, files: new Map() };
    const root = `${origin(request)}/shop`;
    const files = kept.files.get(root) ?? new SitemapFiles(snapshot, root, edition.plans);
    kept.files.set(root, files);
    return files;
  };

  app.get('/robots.txt', (request, response) => send(response, 'text/plain', robotsOf(origin(request))));

  app.get('/sitemap.xml', (request, response) => {
    const files = sitemapOf(request);
    const text =
      files.count === 1 ? files.file(1) : files.index((part) => `${origin(request)}/sitemap-${part}.xml`);
    send(response, 'application/xml', text);
  });
  app.get('/sitemap-:part.xml', (request: Request<{ part: string }>, response) => {
    const files = sitemapOf(request);
    const part = Number(request.params.part);
    if (!Number.isInteger(part) || part < 1 || part > files.count)
      throw problem('not-found', `The sitemap has ${files.count} parts; this is none of them.`);
    send(response, 'application/xml', files.file(part));
  });

  /** A document about the shop in the language that is asked for. */
  const document = (
    place: string,
    type: string,
    write: (snapshot: Snapshot, lang: Lang, root: string, self: string) => string,
  ): void => {
    app.get(`/shop/${place}`, (request, response) => {
      const { snapshot } = host.serving();
      const lang = languageOf(snapshot, readParameters(request.originalUrl)['lang']);
      const root = `${origin(request)}/shop`;
      const own = lang === snapshot.frame.languages[0] ? '' : `?lang=${encodeURIComponent(lang)}`;
      send(response, type, write(snapshot, lang, root, `${root}/${place}${own}`));
    });
  };
  document('feed.xml', 'application/atom+xml', feedOf);
  document('search-description.xml', 'application/opensearchdescription+xml', searchDescriptionOf);
}
