import express, { type Express, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Sequelize } from 'sequelize';
import {
  composeReviews,
  languageOf,
  productPageOf,
  readReview,
  reviewFault,
  REVIEWS_TOGETHER,
  reviewsPath,
  type ReviewsPageModel,
} from '@fond/core';
import { isDatabaseAway } from '../problem/problem';
import type { ServingHost } from '../serving/servingHost';
import { standingReviews } from '../serving/standingReviews';
import { readParameters } from '../http/parameters';
import { refuseStrangers } from '../http/strangers';
import { ownReview, takeBackReview, writeReview } from '../review/shopReviews';
import type { Shopper, ShopperTokens } from '../shopper/shoppers';
import type { RenderShop } from './renderers';
import { seenEdition, shopperIn } from './shopper';

export interface ReviewOptions {
  sequelize: Sequelize;
  host: ServingHost;
  render: RenderShop;
  tokens: ShopperTokens;
}

const REVIEWS = '/shop/products/:slug/reviews';
const HOUR = 60 * 60_000;
/** Reviews written in an hour, from one address and by one shopper. */
const FROM_ONE_ADDRESS = 30;
const BY_ONE = 6;

type Asked = Request<{ slug: string }>;
type Said = Partial<Pick<ReviewsPageModel, 'fault'>> & { status?: number };

/** What shoppers say of a product: read by all, written by those who have signed in, by plain forms. */
export function mountReviews(app: Express, { sequelize, host, render, tokens }: ReviewOptions): void {
  const language = (request: Request): string | undefined => readParameters(request.originalUrl)['lang'];

  /** The product with this slug, if its plan lets shoppers say something of it. */
  const productAt = (request: Asked): number | null => {
    const serving = host.serving();
    const { snapshot } = serving;
    const { slug } = request.params;
    const edition = seenEdition(request, serving);
    const p = snapshot.bySlug.get(slug);
    return p !== undefined && productPageOf(snapshot, edition, p).reviews ? p : null;
  };

  const show = async (
    request: Asked,
    response: Response,
    next: () => void,
    { fault = null, status = 200 }: Said = {},
  ): Promise<void> => {
    const serving = host.serving();
    const { snapshot, zone } = serving;
    const edition = seenEdition(request, serving);
    const { slug } = request.params;
    const p = productAt(request);
    // Nothing stands there; the shop says so in its own words.
    if (p === null) {
      next();
      return;
    }
    const id = snapshot.ids[p];
    const shopper = shopperIn(request, tokens);
    const asked = Number(readParameters(request.originalUrl)['page']);
    const page = Number.isInteger(asked) && asked > 0 ? Math.min(asked, 10_000) : 1;
    const read = async () => ({
      kept: await standingReviews(sequelize, id, REVIEWS_TOGETHER, (page - 1) * REVIEWS_TOGETHER),
      own: shopper && (await ownReview(sequelize, id, shopper.id)),
    });
    const said = await read().catch((error: unknown) => {
      if (!isDatabaseAway(error)) throw error;
      return { kept: null, own: null };
    });
    const model = composeReviews(
      snapshot,
      edition,
      slug,
      language(request),
      { ...said, page, shopper: shopper?.name ?? null, fault },
      zone,
    )!;
    response
      .status(said.kept ? status : 503)
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(await render(model));
  };

  const tooMany: RequestHandler<{ slug: string }> = (request, response, next) =>
    show(request, response, next, {
      fault: { kind: 'too-many', wish: readReview(fieldsOf(request)) },
      status: 429,
    });
  const usual = {
    windowMs: HOUR,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: tooMany as RequestHandler,
  } as const;
  const limits = [
    rateLimit({ ...usual, limit: FROM_ONE_ADDRESS }),
    rateLimit({
      ...usual,
      limit: BY_ONE,
      keyGenerator: (request) => String(shopperIn(request, tokens)?.id ?? ''),
      skip: (request) => shopperIn(request, tokens) === null,
    }),
  ] as unknown as RequestHandler<{ slug: string }>[];

  /** Whoever sends a form: back to the page, or to where one signs in. */
  const form =
    (act: (request: Asked, shopper: Shopper, product: number) => Promise<Said | null>) =>
    async (request: Asked, response: Response, next: () => void): Promise<void> => {
      refuseStrangers(request);
      const { snapshot } = host.serving();
      const { slug } = request.params;
      const p = productAt(request);
      if (p === null) {
        next();
        return;
      }
      const lang = language(request);
      const said = lang ? `lang=${encodeURIComponent(lang)}` : '';
      const shopper = shopperIn(request, tokens);
      if (!shopper) {
        const back = `back=${encodeURIComponent(reviewsPath(slug))}`;
        response.redirect(303, `/shop/account?${[back, said].filter(Boolean).join('&')}`);
        return;
      }
      const refused = await act(request, shopper, snapshot.ids[p]);
      if (refused) await show(request, response, next, refused);
      else response.redirect(303, `/shop${encodeURI(reviewsPath(slug))}${said && `?${said}`}#yours`);
    };

  app.get(REVIEWS, (request, response, next) => show(request, response, next));
  app.post(
    REVIEWS,
    express.urlencoded({ extended: false, limit: '32kb' }),
    ...limits,
    form(async (request, shopper, product) => {
      const wish = readReview(fieldsOf(request));
      const kind = reviewFault(wish);
      if (kind) return { fault: { kind, wish }, status: 422 };
      const lang = languageOf(host.serving().snapshot, language(request));
      await writeReview(sequelize, { product, shopper: shopper.id, lang }, wish);
      await host.refresh();
      return null;
    }),
  );
  app.post(
    `${REVIEWS}/back`,
    form(async (_, shopper, product) => {
      await takeBackReview(sequelize, { product, shopper: shopper.id });
      await host.refresh();
      return null;
    }),
  );
}

const fieldsOf = ({ body }: Request): Record<string, unknown> => (body ?? {}) as Record<string, unknown>;
