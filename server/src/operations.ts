import { rm } from 'node:fs/promises';
import type { Sequelize } from 'sequelize';
import type { CollectionWish, DemoSignIn } from '@fond/contract';
import {
  aisleProducts,
  aislesOfPlan,
  withDraft,
  type Aisle,
  type Plan,
  type RangeContext,
  type RangeRule,
  type Snapshot,
} from '@fond/core';
import type { CatalogueHost } from './catalogue/catalogueHost';
import { findProducts, lookUpProducts, setFeatured } from './catalogue/productList';
import { importCatalogue } from './catalogue/import/importCatalogue';
import { kindOf, readMapping } from './catalogue/import/upload';
import { publishAgain, readEdition, summaries } from './editions/editions';
import type { Call, Handlers } from './http/mount';
import {
  aisleAt,
  contextOf,
  explainFacets,
  explainProduct,
  explainRangeAt,
  reportShelf,
} from './explain/explain';
import {
  createCollection,
  deleteCollection,
  listCollections,
  readCollection,
  saveCollection,
} from './collections/collections';
import { planJsonSchema, rangeJsonSchema } from './http/jsonSchema';
import { openApiDocument } from './http/openapi';
import { problem } from './http/problem';
import { sessionOf, signIn, signOut } from './http/session';
import { streamJob } from './jobs/jobEvents';
import type { Jobs } from './jobs/jobs';
import { findUser } from './people/users';
import {
  createPlan,
  discardPlan,
  disputesOf,
  listPlans,
  planChanges,
  publishPlan,
  readPlan,
  savePlan,
  type NewPlan,
} from './plans/drafts';
import { floorOf, vocabularyOf } from './plans/floor';
import {
  createRange,
  deleteRange,
  listRanges,
  publishRange,
  rangeChanges,
  readRange,
  savedRanges,
  saveRange,
  type RangeWish,
} from './ranges/savedRanges';
import { composeAddress, composePreview, foldRangeParts, pageTime, readAddress } from './shop/compose';
import { answerListing } from './shop/listing';
import { standOf } from './shop/pages';

interface Parts {
  sequelize: Sequelize;
  host: CatalogueHost;
  jobs: Jobs;
  demo: DemoSignIn | null;
}

const idOf = (call: Call): string => (call.params as { id: string }).id;
const numberOf = (call: Call): number => (call.params as { number: number }).number;
const userIdOf = (call: Call): number => call.user!.id;

/** What each operation of the contract does. */
export function handlersOf({ sequelize, host, jobs, demo }: Parts): Handlers {
  /** Lets this process serve what it has just written, before the answer goes out. */
  const shown = async <T>(written: Promise<T>): Promise<T> => {
    const answer = await written;
    await host.refresh();
    return answer;
  };
  return {
    health: () => {
      const { snapshot, edition } = standOf(host);
      return { status: 'ok', products: snapshot.size, edition: edition.number };
    },
    openapi: openApiDocument,
    planJsonSchema,
    demoSignIn: () => {
      if (!demo) throw problem('not-found', 'This shop has no demo sign-in.');
      return demo;
    },

    signIn: async (call) => {
      const { email, password } = call.body as { email: string; password: string };
      const user = await findUser(email, password);
      if (!user) throw problem('sign-in-refused', 'Check both and try again.');
      return signIn(call.request, user);
    },
    whoAmI: ({ request }) => sessionOf(request),
    signOut: ({ request }) => signOut(request),

    listing: (call) => answerListing(host, standOf(host), textParameters(call.query)),
    page: ({ query }) => {
      const stand = standOf(host);
      const { address } = query as { address: string };
      return composeAddress(host, stand, stand.edition, readAddress(foldRangeParts(address) ?? address));
    },

    floor: () => floorOf(standOf(host)),
    vocabulary: () => vocabularyOf(standOf(host).snapshot),
    plans: () => listPlans(standOf(host)),
    createPlan: (call) => createPlan(sequelize, call.body as NewPlan, userIdOf(call)),
    readPlan: (call) => readPlan(idOf(call)),
    savePlan: (call) => {
      const { plan, version } = call.body as { plan: Plan; version: number };
      return savePlan(sequelize, idOf(call), plan, version, userIdOf(call));
    },
    discardPlan: (call) => discardPlan(sequelize, idOf(call), userIdOf(call)),
    planChanges: (call) => planChanges(standOf(host), idOf(call)),
    publishPlan: (call) => {
      const { version, note } = call.body as { version: number; note: string };
      return shown(publishPlan(sequelize, idOf(call), version, note, userIdOf(call)));
    },
    preview: async ({ body }) => {
      const { plan, address } = body as { plan: Plan; address: string };
      const stand = standOf(host);
      const { snapshot } = stand;
      const read = readAddress(foldRangeParts(address) ?? address);
      const edition = withDraft(stand.edition, plan, await savedRanges());
      const aisle = read && snapshot.aisles.byPath.get(read.path);
      return {
        page: read && (await composePreview(host, stand, edition, read)),
        report: aisle ? reportShelf(snapshot, aisle, plan, contextOf(edition, pageTime())) : null,
        serves: aislesOfPlan(edition.plans, snapshot.aisles, plan.id).length,
        disputes: disputesOf(snapshot, edition.plans, plan.id),
      };
    },

    rangeJsonSchema,
    ranges: () => listRanges(),
    createRange: (call) => createRange(sequelize, call.body as RangeWish, userIdOf(call)),
    readRange: (call) => readRange(idOf(call)),
    saveRange: (call) =>
      saveRange(sequelize, idOf(call), call.body as RangeWish & { version: number }, userIdOf(call)),
    deleteRange: (call) => deleteRange(sequelize, idOf(call), userIdOf(call)),

    rangeChanges: (call) => rangeChanges(standOf(host).snapshot, idOf(call)),
    publishRange: (call) => {
      const { version, note } = call.body as { version: number; note: string };
      return shown(publishRange(sequelize, idOf(call), version, note, userIdOf(call)));
    },

    explainRange: async ({ body }) => {
      const { rule, address } = body as { rule: RangeRule; address: string };
      const { snapshot } = standOf(host);
      const context = { now: pageTime(), ranges: await savedRanges() };
      return explainRangeAt(snapshot, readAddress(address)?.path, rule, context);
    },
    explainProduct: async ({ body }) => {
      const { sku } = body as { sku: string };
      const { snapshot, aisle, plan, context } = await drafted(host, body);
      return explainProduct(snapshot, aisle, plan, sku, context);
    },
    explainFacets: async ({ body }) => {
      const { snapshot, aisle, plan, context } = await drafted(host, body);
      return explainFacets(snapshot, aisle, plan, context);
    },

    products: ({ query }) => {
      const { q, aisle } = query as { q?: string; aisle?: string };
      const { snapshot } = standOf(host);
      const within = aisle === undefined ? null : aisleProducts(snapshot, aisleAt(snapshot, aisle)).words;
      return findProducts(snapshot, q ?? '', within);
    },
    lookUpProducts: ({ body }) =>
      lookUpProducts(standOf(host).snapshot, (body as { skus: readonly string[] }).skus),
    setFeatured: (call) => {
      const { sku } = call.params as { sku: string };
      const { featured } = call.body as { featured: boolean };
      return shown(setFeatured(sequelize, sku, featured, userIdOf(call)));
    },

    collections: () => listCollections(sequelize, standOf(host).snapshot),
    createCollection: (call) =>
      shown(createCollection(sequelize, call.body as CollectionWish, userIdOf(call))),
    readCollection: (call) => readCollection(sequelize, Number(idOf(call))),
    saveCollection: (call) =>
      shown(
        saveCollection(
          sequelize,
          Number(idOf(call)),
          call.body as CollectionWish & { version: number },
          userIdOf(call),
        ),
      ),
    deleteCollection: (call) => shown(deleteCollection(sequelize, Number(idOf(call)), userIdOf(call))),

    editions: () => summaries(),
    readEdition: (call) => readEdition(numberOf(call)),
    publishEdition: (call) =>
      shown(publishAgain(sequelize, numberOf(call), (call.body as { note: string }).note, userIdOf(call))),

    importCatalogue: (call) => startImport(call, sequelize, host, jobs),
    jobs: () => jobs.latest(),
    readJob: (call) => jobs.read(idOf(call)),
    jobEvents: (call) => streamJob(jobs, idOf(call), call.response),
  };
}

/** A draft laid over what is live, and the aisle at an address that is to be explained. */
async function drafted(
  host: CatalogueHost,
  body: unknown,
): Promise<{ snapshot: Snapshot; aisle: Aisle; plan: Plan; context: RangeContext }> {
  const { plan, address } = body as { plan: Plan; address: string };
  const { snapshot, edition } = standOf(host);
  const aisle = aisleAt(snapshot, readAddress(address)?.path);
  const context = contextOf(withDraft(edition, plan, await savedRanges()), pageTime());
  return { snapshot, aisle, plan, context };
}

/** Checked parameters back as text, as the facets read theirs. */
const textParameters = (query: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(query as Record<string, unknown>).map(([key, value]) => [key, String(value)]),
  );

async function startImport(
  call: Call,
  sequelize: Sequelize,
  host: CatalogueHost,
  jobs: Jobs,
): Promise<unknown> {
  const { file } = call.request;
  if (!file) throw problem('bad-input', 'Nothing was read.', [{ path: 'file', message: 'is missing' }]);
  const { mapping, dryRun } = call.body as { mapping?: string; dryRun?: '0' | '1' };
  const read = readMapping(mapping);
  const userId = userIdOf(call);
  return jobs.start(userId, async (progress) => {
    try {
      const report = await importCatalogue(
        sequelize,
        {
          path: file.path,
          name: file.originalname,
          kind: kindOf(file.originalname)!,
          mapping: read,
          dryRun: dryRun === '1',
          userId,
        },
        progress,
      );
      await host.refresh();
      return report;
    } finally {
      await rm(file.path, { force: true });
    }
  });
}
