import { createHash } from 'node:crypto';
import path from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { Express, Request, RequestHandler, Response } from 'express';
import { LRUCache } from 'lru-cache';
import {
  composeMissing,
  confinedCss,
  isParameter,
  pageStands,
  type Edition,
  type ShopModel,
  type Snapshot,
} from '@fond/core';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { structuredData, structuredScript } from '../delivery/structuredData';
import { sendFont } from '../font/fontFiles';
import { builtFiles } from '../http/builtFiles';
import { originOf } from '../http/origin';
import { problem } from '../problem/problem';
import { styleSheets } from './styleSheet';
import { admit } from '../person/session';
import { editionWithout } from '../plan/life';
import { sideOf, type Side } from '../comparison/sides';
import { KnownRedirects } from '../redirect/knownRedirects';
import { composeAddress, foldRangeParts, pageTime, readAddress } from '../page/compose';
import { queryLead } from '../search/queryLead';
import type { RenderShop } from './renderers';
import { SOUGHT_MARK, soughtIn } from './soughtIn';
import { greetShopper, type AskingShopper } from './shopper';
import type { ShopperTokens } from '../shopper/shoppers';

const CACHE_BYTES = 64 * 1_048_576;

interface KeptPage {
  status: number;
  html: string;
  etag: string;
  /** Something of it couldn't be read for the moment, so the next one who asks gets a new one. */
  passing: boolean;
  /** The document packed, once it has been asked for so. */
  packed: Partial<Record<Packing, Buffer>>;
}

/** The better one first. */
const PACKINGS = ['br', 'gzip'] as const;
type Packing = (typeof PACKINGS)[number];

/** Pages are packed while somebody waits; beyond this brotli takes much longer for little. */
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } };
const PACK: Readonly<Record<Packing, (html: string) => Promise<Buffer>>> = {
  br: (html) => promisify(brotliCompress)(html, BROTLI),
  gzip: (html) => promisify(gzip)(html),
};

/**
 * The shop's pages. A rendered page is kept under (edition, catalogue version, hour, kind of shopper and what is tried on them, address), so that nothing has to
 * be thrown away when something is published: its key is simply never asked for again.
 */
export class ShopPages {
  private readonly kept = new LRUCache<string, KeptPage>({
    maxSize: CACHE_BYTES,
    sizeCalculation: ({ html }) => html.length * 3,
  });
  private readonly redirects: KnownRedirects;

  constructor(
    private readonly host: ServingHost,
    private readonly render: RenderShop,
    private readonly tokens: ShopperTokens,
    /** Address of this server. */
    private readonly own: string,
  ) {
    this.redirects = new KnownRedirects(() => host.databaseAway);
  }

  mount(app: Express, dist: string, session: RequestHandler): void {
    this.redirects.renew();
    const folder = path.join(dist, 'shop', 'browser');
    const files = builtFiles(folder);
    app.get('/shop/fonts/own/:name', (request, response) =>
      sendFont(request, response, this.host.serving().snapshot.frame.languages),
    );
    app.use('/shop', styleSheets(folder));
    app.use('/shop', (request, response, next) => {
      // What the pages are made in is no page.
      if (path.extname(request.path) === '.html') next('route');
      // No page has an ending, so nobody who asks for one waits for the disk.
      else if (path.extname(request.path)) void files(request, response, next);
      else next();
    });
    app.get('/shop/plan-css/:name', (request, response) => this.sendCss(request, response));
    app.use('/shop', (request, response, next) => {
      if (request.method !== 'GET' && request.method !== 'HEAD')
        throw problem('wrong-method', 'The shop’s pages can only be read.', undefined, {
          allow: 'GET, HEAD',
        });
      else if (asksForDraft(request.url))
        session(request, response, (error?: unknown) =>
          error ? next(error) : void this.sendDraft(request, response).catch(next),
        );
      else void this.send(request, response).catch(next);
    });
  }

  private async send(request: Request, response: Response): Promise<void> {
    const folded = foldRangeParts(request.originalUrl);
    if (folded) {
      response.redirect(303, folded);
      return;
    }
    const serving = this.host.serving();
    const plain = plainAddress(request, serving.snapshot);
    if (plain.moved) {
      response.redirect(301, plain.moved);
      return;
    }
    const asked = readAddress(plain.url);
    const lead = asked && queryLead(serving, asked, pageTime());
    if (lead) {
      response.set('Cache-Control', 'no-cache').redirect(302, lead.startsWith('/') ? `/shop${lead}` : lead);
      return;
    }
    const shopper = greetShopper(request, response, serving, this.tokens);
    const origin = originOf(request, serving, this.own);
    const key = `${serving.edition.number}|${serving.snapshot.version}|${serving.zone}|${pageTime()}|${shopper.part}|${shopper.signedIn}|${shopper.view ?? ''}|${shopper.edition.version ?? ''}|${origin}|${plain.url}`;
    let page = this.kept.get(key);
    if (!page) {
      page = await this.document(plain.url, serving, shopper, origin);
      if (!page.passing) this.kept.set(key, page);
    }
    if (page.status === 404 && (await this.led(request, response, serving, origin))) return;
    response.set('Cache-Control', 'no-cache');
    await sendPage(request, response, page);
  }

  /** A plan's own CSS as it is live; the address names the edition, so it never changes. */
  private sendCss(request: Request<{ name: string }>, response: Response): void {
    const { edition: live, versions } = this.host.serving();
    const version = request.query['version'];
    const edition = typeof version === 'string' ? versions.named(version) : live;
    const plan = edition.plans.find(({ id }) => `${id}.css` === request.params.name);
    if (!plan?.css) throw problem('not-found', 'No plan has CSS of its own at this address.');
    const lasting = request.query['v'] === String(edition.number);
    response
      .set('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache')
      .type('css')
      .send(confinedCss(plan.css));
  }

  /** Answers by a redirect, where one leads away from an address at which nothing stands; it may change any time. */
  private async led(
    request: Request,
    response: Response,
    serving: ServingState,
    origin: string,
  ): Promise<boolean> {
    const address = readAddress(request.url);
    const redirect = address && (await this.redirects.from(address.path));
    if (!redirect) return false;
    response.set('Cache-Control', 'no-cache');
    if (redirect.to === null) {
      const gone = composeMissing(serving.snapshot, serving.edition, address.parameters['lang'], true);
      await sendPage(request, response, await this.rendered(gone, request.url, origin));
    } else {
      const query = request.url.includes('?') ? request.url.slice(request.url.indexOf('?')) : '';
      response.redirect(redirect.code, `/shop${encodeURI(redirect.to === '/' ? '' : redirect.to)}${query}`);
    }
    return true;
  }

  /** A page with a draft laid over what is live; only for those who are signed in, and never kept. */
  private async sendDraft(request: Request, response: Response): Promise<void> {
    await admit(request);
    const serving = this.host.serving();
    const address = readAddress(request.url);
    const { draft = '', without = '' } = address?.parameters ?? {};
    if (address) {
      delete address.parameters['draft'];
      delete address.parameters['without'];
    }
    const {
      edition,
      now,
      snapshot = serving.snapshot,
    }: Side = without ? { edition: await editionWithout(without) } : await sideOf(serving, draft);
    const model = await composeAddress(
      this.host,
      { ...serving, snapshot },
      edition,
      address && { ...address, closed: true, standIns: true, now },
    );
    response.set('Cache-Control', 'no-store').set('X-Robots-Tag', 'noindex');
    // What a draft says in CSS is served at no address; the page brings it along.
    const css = cssWithin(model, edition);
    const bare: ShopModel = { ...model, frame: { ...model.frame, css } };
    await sendPage(
      request,
      response,
      await this.rendered(bare, request.url, originOf(request, serving, this.own)),
    );
  }

  private async document(
    url: string,
    serving: ServingState,
    { edition, ...shopper }: AskingShopper,
    origin: string,
  ): Promise<KeptPage> {
    const address = readAddress(url);
    const model = await composeAddress(this.host, serving, edition, address && { ...address, ...shopper });
    return this.rendered(model, url, origin);
  }

  private async rendered(model: ShopModel, url: string, origin: string): Promise<KeptPage> {
    const { frame } = model;
    const document = await this.render({ ...model, frame: { ...frame, meta: { ...frame.meta, origin } } });
    const told = structuredScript(structuredData(model, origin));
    const html = document
      .replace('</head>', () => `${told}</head>`)
      .replaceAll(SOUGHT_MARK, () => soughtIn(url))
      .replaceAll(ASKED_MARK, () => `/shop${url === '/' ? '' : url}`.replace(/["&<>]/g, encodeURIComponent));
    const etag = `W/"${createHash('sha256').update(html).digest('base64url').slice(0, 22)}"`;
    const status = model.kind !== 'missing' ? 200 : model.gone ? 410 : 404;
    const passing = model.kind === 'product' && model.reviews?.away === true;
    return { status, html, etag, passing, packed: {} };
  }
}

/**
 * Sends a page, packed once for all. No page of the shop holds an inline script or style, so the same bytes serve
 * everybody and none of them needs a nonce.
 */
async function sendPage(request: Request, response: Response, page: KeptPage): Promise<void> {
  response.status(page.status).type('html').set('ETag', page.etag).vary('Accept-Encoding');
  const packing = PACKINGS.find((one) => request.acceptsEncodings(one));
  if (!packing) {
    response.send(page.html);
    return;
  }
  const packed = (page.packed[packing] ??= await PACK[packing](page.html));
  response.set('Content-Encoding', packing).send(packed);
}

/**
 * An address as the page's own: with the parameters that mean something alone, as whatever others write behind theirs makes
 * no page of its own. One that only differs by its case or by a slash has moved to where the page is.
 */
function plainAddress({ url }: Request, snapshot: Snapshot): { url: string; moved: string | null } {
  const at = url.indexOf('?');
  const path = at < 0 ? url : url.slice(0, at);
  const query = at < 0 ? '' : url.slice(at);
  const known = new URLSearchParams(query);
  for (const name of new Set(known.keys())) if (!isParameter(snapshot, name)) known.delete(name);
  const plain = path + (known.size ? `?${known.toString()}` : '');
  const one = path.replace(/\/+$/, '');
  if (path !== '/' && one !== path) return { url: plain, moved: `/shop${one}${query}` };
  const address = readAddress(path);
  const lower = address?.path.toLowerCase();
  if (
    address &&
    lower !== undefined &&
    lower !== address.path &&
    !pageStands(snapshot)(address.path) &&
    pageStands(snapshot)(lower)
  )
    return { url: plain, moved: `/shop${encodeURI(lower)}${query}` };
  return { url: plain, moved: null };
}

/** Stands in a page that serves every address at which nothing is, where its own goes. */
const ASKED_MARK = '__ASKED__';

/** The CSS of the plan that made a page, to be worn by its script. */
function cssWithin({ frame: { css } }: ShopModel, { plans }: Edition): ShopModel['frame']['css'] {
  const plan = css && 'href' in css ? plans.find(({ id }) => css.href.includes(`/${id}.css`)) : undefined;
  return plan?.css ? { text: confinedCss(plan.css) } : null;
}

/** Pages as they would be: with drafts laid over what is live, or without a plan. */
const asksForDraft = (url: string): boolean => {
  const parameters = new URLSearchParams(url.split('?')[1]);
  return parameters.has('draft') || parameters.has('without');
};
