import { createHash } from 'node:crypto';
import path from 'node:path';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Express, Request, RequestHandler, Response } from 'express';
import { LRUCache } from 'lru-cache';
import { confinedCss, type ShopModel } from '@fond/core';
import type { CatalogueHost, Stand } from '../catalogue/catalogueHost';
import { builtFiles } from '../http/builtFiles';
import { problem } from '../http/problem';
import { styleSheets } from './styleSheet';
import { admit } from '../http/session';
import { draftedEdition } from '../plans/draftedEdition';
import { readDrafts } from '../plans/drafts';
import { editionWithout } from '../plans/life';
import { KnownRedirects } from '../redirects/knownRedirects';
import { composeAddress, foldRangeParts, pageTime, readAddress } from './compose';
import type { RenderShop } from './renderers';
import { greetShopper, type AskingShopper } from './shopper';
import type { ShopperTokens } from '../shoppers/shoppers';

const CACHE_BYTES = 64 * 1_048_576;

interface KeptPage {
  status: number;
  html: string;
  etag: string;
  /** The document packed; null until it has been asked for once. */
  gzip: Buffer | null;
}

const pack = promisify(gzip);

/**
 * The shop's pages. A rendered page is kept under (edition, catalogue version, hour, kind of shopper, address), so that nothing has to
 * be thrown away when something is published: its key is simply never asked for again.
 */
export class ShopPages {
  private readonly kept = new LRUCache<string, KeptPage>({
    maxSize: CACHE_BYTES,
    sizeCalculation: ({ html }) => html.length * 3,
  });
  private readonly redirects: KnownRedirects;

  constructor(
    private readonly host: CatalogueHost,
    private readonly render: RenderShop,
    private readonly tokens: ShopperTokens,
  ) {
    this.redirects = new KnownRedirects(() => host.databaseAway);
  }

  mount(app: Express, dist: string, session: RequestHandler): void {
    this.redirects.renew();
    const folder = path.join(dist, 'shop', 'browser');
    const files = builtFiles(folder);
    app.use('/shop', styleSheets(folder));
    app.use('/shop', (request, response, next) => {
      // No page has an ending, so nobody who asks for one waits for the disk.
      if (path.extname(request.path)) void files(request, response, next);
      else next();
    });
    app.get('/shop/plan-css/:name', (request, response) => this.sendCss(request, response));
    app.use('/shop', (request, response, next) => {
      if (request.method !== 'GET' && request.method !== 'HEAD') next();
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
    const stand = standOf(this.host);
    const shopper = greetShopper(request, response, stand.edition, this.tokens);
    const key = `${stand.edition.number}|${stand.snapshot.version}|${stand.zone}|${pageTime()}|${shopper.part}|${shopper.signedIn}|${shopper.view ?? ''}|${request.url}`;
    let page = this.kept.get(key);
    if (!page) {
      page = await this.document(request, stand, shopper);
      this.kept.set(key, page);
    }
    if (page.status === 404 && (await this.led(request, response, page))) return;
    response.set('Cache-Control', 'no-cache');
    await sendPage(request, response, page);
  }

  /** A plan's own CSS as it is live; the address names the edition, so it never changes. */
  private sendCss(request: Request<{ name: string }>, response: Response): void {
    const { edition } = standOf(this.host);
    const plan = edition.plans.find(({ id }) => `${id}.css` === request.params.name);
    if (!plan?.css) throw problem('not-found', 'No plan has CSS of its own at this address.');
    const lasting = request.query['v'] === String(edition.number);
    response
      .set('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache')
      .type('css')
      .send(confinedCss(plan.css));
  }

  /** Answers by a redirect, where one leads away from an address at which nothing stands; it may change any time. */
  private async led(request: Request, response: Response, missing: KeptPage): Promise<boolean> {
    const address = readAddress(request.url);
    const redirect = address && (await this.redirects.from(address.path));
    if (!redirect) return false;
    response.set('Cache-Control', 'no-cache');
    if (redirect.to === null) await sendPage(request, response, { ...missing, status: 410 });
    else {
      const query = request.url.includes('?') ? request.url.slice(request.url.indexOf('?')) : '';
      response.redirect(redirect.code, `/shop${encodeURI(redirect.to === '/' ? '' : redirect.to)}${query}`);
    }
    return true;
  }

  /** A page with a draft laid over what is live; only for those who are signed in, and never kept. */
  private async sendDraft(request: Request, response: Response): Promise<void> {
    await admit(request);
    const stand = standOf(this.host);
    const address = readAddress(request.url);
    const { draft = '', without = '' } = address?.parameters ?? {};
    if (address) {
      delete address.parameters['draft'];
      delete address.parameters['without'];
    }
    const edition = without
      ? await editionWithout(without)
      : (await draftedEdition(stand.beneath, await readDrafts(draft.split(',')))).edition;
    const model = await composeAddress(this.host, stand, edition, address && { ...address, closed: true });
    response.set('Cache-Control', 'no-store').set('X-Robots-Tag', 'noindex');
    // What a draft says in CSS is served nowhere yet; the desk sends it to the page once it runs.
    const bare: ShopModel = { ...model, frame: { ...model.frame, css: null } };
    await sendPage(request, response, await this.rendered(bare));
  }

  private async document(request: Request, stand: Stand, shopper: AskingShopper): Promise<KeptPage> {
    const address = readAddress(request.url);
    const model = await composeAddress(
      this.host,
      stand,
      stand.edition,
      address && { ...address, ...shopper },
    );
    return this.rendered(model);
  }

  private async rendered(model: ShopModel): Promise<KeptPage> {
    const html = await this.render(model);
    const etag = `W/"${createHash('sha256').update(html).digest('base64url').slice(0, 22)}"`;
    return { status: model.kind === 'missing' ? 404 : 200, html, etag, gzip: null };
  }
}

/**
 * Sends a page, packed once for all. No page of the shop holds an inline script or style, so the same bytes serve
 * everybody and none of them needs a nonce.
 */
async function sendPage(request: Request, response: Response, page: KeptPage): Promise<void> {
  response.status(page.status).type('html').set('ETag', page.etag).vary('Accept-Encoding');
  if (!request.acceptsEncodings('gzip')) {
    response.send(page.html);
    return;
  }
  page.gzip ??= await pack(page.html);
  response.set('Content-Encoding', 'gzip').send(page.gzip);
}

/** Pages as they would be: with drafts laid over what is live, or without a plan. */
const asksForDraft = (url: string): boolean => {
  const parameters = new URLSearchParams(url.split('?')[1]);
  return parameters.has('draft') || parameters.has('without');
};

/** What is served now; throws while nothing is loaded yet. */
export function standOf(host: CatalogueHost): Stand {
  if (!host.stand) throw problem('not-ready', 'The catalogue is still being read. Try again in a moment.');
  return host.stand;
}
