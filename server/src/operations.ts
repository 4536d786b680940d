import { randomUUID } from 'node:crypto';
import { stringify } from 'csv-stringify/sync';
import type { Sequelize } from 'sequelize';
import type {
  AisleTexts,
  AttributeChange,
  CampaignTimes,
  CollectionWish,
  DemoSignIn,
  DraftVersion,
  FreePageWish,
  Job,
  PlanFile,
  Role,
  ShopSettings,
  WordedAisle,
} from '@fond/contract';
import { aisleProducts, type PlanDocument, type RangeRule, type Redirect, type FocusPoint } from '@fond/core';
import { createCampaign, endCampaign, listCampaigns, moveCampaign } from './campaign/campaigns';
import type { CatalogueHost } from './catalogue/catalogueHost';
import { changeAttribute, listAttributes, readAttribute } from './catalogue/attributes';
import { readAisleTexts, saveAisleTexts } from './catalogue/aisleTexts';
import { focusCategoryPicture, setCategoryPicture } from './catalogue/categoryPictures';
import { findProducts, lookUpProducts, setFeatured } from './catalogue/productList';
import type { ImportJobs } from './catalogue/import/importJob';
import { kindOf, readWish, type UploadFields, type Uploads } from './catalogue/import/upload';
import { compareEditions } from './edition/compare';
import { liveSummary, publishAgain, readEdition, summaries } from './edition/editions';
import { afterCommit } from './database/unit';
import type { Call, Handlers } from './http/mount';
import { ToldAfterwards } from './http/toldAfterwards';
import { draftHandlers } from './explain/draftHandlers';
import { aisleAt, contextOf, explainRangeAt } from './explain/explain';
import {
  createCollection,
  deleteCollection,
  listCollections,
  readCollection,
  saveCollection,
} from './collection/collections';
import {
  createFreePage,
  deleteFreePage,
  listFreePages,
  readFreePage,
  saveFreePage,
} from './freePage/freePages';
import { planJsonSchema, rangeJsonSchema } from './http/jsonSchema';
import { openApiDocument } from './http/openapi';
import { problem } from './http/problem';
import { sessionOf, signIn, signOut } from './http/session';
import { streamJob } from './job/jobEvents';
import type { Jobs } from './job/jobs';
import type { PictureStore } from './picture/pictures';
import { pictureReport, type Renditions } from './picture/renditions';
import { keepUploaded } from './picture/uploadPicture';
import {
  addPerson,
  changeRole,
  endSessions,
  listPeople,
  readActivity,
  removePerson,
  setPassword,
  type ActivityQuery,
  type NewPerson,
} from './person/people';
import { changeSettings, readSettings } from './person/settings';
import { findUser, isUnpeopled } from './person/users';
import { DEMO_SIGN_IN } from './demo/signIn';
import { createPlan, listPlans, readPlan, savePlan, type NewPlan } from './plan/drafts';
import { createPart, listParts, type NewPart } from './plan/parts';
import { previewDraft, type PreviewWish } from './plan/preview';
import { floorOf, vocabularyOf } from './plan/floor';
import {
  notePlan,
  rebasePlan,
  removePlan,
  restorePlan,
  withdrawalOf,
  type Rebase,
  type Removal,
} from './plan/life';
import {
  approveRequest,
  askToPublish,
  declineRequest,
  listRequests,
  askToDo,
  heldIn,
  noteApproval,
} from './plan/requests';
import type { HeldOperation } from './plan/approval';
import { exportEdition, exportPlans, importPlans } from './plan/portable';
import { notePresence } from './plan/presence';
import { planChanges, publishPlans } from './plan/publishing';
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
} from './range/savedRanges';
import {
  createRedirect,
  deleteRedirect,
  importRedirects,
  listRedirects,
  saveRedirect,
  testRedirect,
} from './redirect/redirects';
import { composeAddress, foldRangeParts, pageTime, readAddress } from './shop/compose';
import type { CartService } from './cart/cart';
import { cartHandlers } from './cart/cartHandlers';
import { answerListing, findFacetValues } from './shop/listing';
import { standOf } from './shop/pages';
import { askingShopper } from './shop/shopper';
import type { ShopperTokens } from './shopper/shoppers';

interface Parts {
  sequelize: Sequelize;
  host: CatalogueHost;
  jobs: Jobs;
  imports: ImportJobs;
  uploads: Uploads;
  pictures: PictureStore;
  renditions: Renditions;
  tokens: ShopperTokens;
  carts: CartService;
  demo: DemoSignIn | null;
}

const idOf = (call: Call): string => (call.params as { id: string }).id;
/** A number that names something, where others are named by words. */
const numberedOf = (call: Call): number => (call.params as { id: number }).id;
const numberOf = (call: Call): number => (call.params as { number: number }).number;
const userIdOf = (call: Call): number => call.user!.id;

/** What each operation of the contract does. */
export function handlersOf({
  sequelize,
  host,
  jobs,
  imports,
  uploads,
  pictures,
  renditions,
  tokens,
  carts,
  demo,
}: Parts): Handlers {
  /** Lets this process serve what it has just written, once that is committed and before the answer goes out. */
  const shown = async <T>(written: Promise<T>): Promise<T> => {
    const answer = await written;
    await afterCommit(() => host.catchUp());
    return answer;
  };
  const handlers: Handlers = {
    health: () => {
      const { snapshot, edition } = standOf(host);
      return { status: 'ok', products: snapshot.size, edition: edition.number };
    },
    readiness: () => {
      standOf(host);
      refuseWhileAway(host);
      return { status: 'ok' };
    },
    openapi: openApiDocument,
    planJsonSchema,
    signInHelp: async () => ({ demo, nobody: await isUnpeopled(demo !== null) }),

    signIn: async (call) => {
      const { email, password } = call.body as { email: string; password: string };
      const user = await findUser(email, password);
      // Everybody can read the demo's password, so it opens nothing where the demo is off.
      const published = email.toLowerCase() === DEMO_SIGN_IN.email && password === DEMO_SIGN_IN.password;
      if (!user || (published && !demo)) throw problem('sign-in-refused', 'Check both and try again.');
      return signIn(call.request, user);
    },
    whoAmI: ({ request }) => sessionOf(request),
    signOut: ({ request, response }) => signOut(request, response),
    changePassword: async (call) => {
      const { current, password } = call.body as { current: string; password: string };
      const user = call.user!;
      if (!(await findUser(user.email, current)))
        throw problem('bad-input', 'Nothing was changed.', [
          { path: 'current', message: 'is not your password' },
        ]);
      await setPassword(sequelize, user.id, password, user.id);
      return new ToldAfterwards(() => signIn(call.request, user));
    },

    ...cartHandlers(carts, host),
    listing: (call) => answerListing(host, standOf(host), textParameters(call.query)),
    facetValues: ({ query }) =>
      findFacetValues(host, standOf(host), query as { address: string; key: string; find: string }),
    page: ({ query, request }) => {
      const stand = standOf(host);
      const { address } = query as { address: string };
      const read = readAddress(foldRangeParts(address) ?? address);
      // A page that is updated in place is the same shopper's.
      const shopper = askingShopper(request, stand.edition, tokens);
      return composeAddress(host, stand, stand.edition, read && { ...read, ...shopper });
    },

    floor: () => floorOf(standOf(host)),
    vocabulary: () => vocabularyOf(standOf(host).snapshot),
    plans: () => listPlans(standOf(host)),
    createPlan: (call) => createPlan(sequelize, call.body as NewPlan, userIdOf(call)),
    readPlan: (call) => readPlan(idOf(call)),
    savePlan: (call) => {
      const { plan, version } = call.body as { plan: PlanDocument; version: number };
      return savePlan(sequelize, idOf(call), plan, version, userIdOf(call));
    },
    rebasePlan: (call) => rebasePlan(sequelize, idOf(call), call.body as Rebase, userIdOf(call)),
    notePlan: (call) => notePlan(sequelize, idOf(call), (call.body as { note: string }).note, userIdOf(call)),
    presence: (call) => notePresence(idOf(call), userIdOf(call)),
    planWithdrawal: (call) => withdrawalOf(standOf(host), idOf(call)),
    removePlan: async (call) => ({
      edition: await shown(removePlan(sequelize, idOf(call), call.body as Removal, userIdOf(call))),
    }),
    restorePlan: (call) => restorePlan(sequelize, idOf(call), userIdOf(call)),
    publicationChanges: ({ body }) =>
      planChanges(standOf(host), (body as { plans: readonly string[] }).plans),
    publishPlans: async (call) => {
      return shown(
        publishPlans(
          sequelize,
          standOf(host),
          call.body as { plans: readonly DraftVersion[]; note: string },
          userIdOf(call),
        ),
      );
    },
    publicationRequests: () => listRequests(),
    askToPublish: (call) => {
      const { plans, held, note } = call.body as {
        plans?: readonly DraftVersion[];
        held?: HeldOperation;
        note: string;
      };
      return held
        ? askToDo(sequelize, held, note, userIdOf(call))
        : askToPublish(sequelize, { plans: plans!, note }, userIdOf(call));
    },
    approveRequest: async (call) => {
      const id = numberedOf(call);
      const held = await heldIn(sequelize, id, call.user!);
      if (!held) return shown(approveRequest(sequelize, standOf(host), id, userIdOf(call)));
      await noteApproval(sequelize, id, userIdOf(call));
      await handlers[held.operation]({ ...call, params: held.params, body: held.body });
      return liveSummary();
    },
    declineRequest: (call) =>
      declineRequest(sequelize, numberedOf(call), (call.body as { words: string }).words, userIdOf(call)),

    people: () => listPeople(),
    addPerson: (call) => addPerson(sequelize, call.body as NewPerson, userIdOf(call)),
    changeRole: (call) =>
      changeRole(sequelize, numberedOf(call), (call.body as { role: Role }).role, userIdOf(call)),
    removePerson: (call) => removePerson(sequelize, numberedOf(call), userIdOf(call)),
    resetPassword: (call) =>
      setPassword(sequelize, numberedOf(call), (call.body as { password: string }).password, userIdOf(call)),
    endSessions: (call) => endSessions(sequelize, numberedOf(call), userIdOf(call)),
    settings: () => readSettings(sequelize),
    changeSettings: (call) =>
      shown(changeSettings(sequelize, call.body as Partial<ShopSettings>, userIdOf(call))),
    activity: ({ query }) => readActivity(query as ActivityQuery),

    parts: () => listParts(standOf(host)),
    createPart: (call) => createPart(sequelize, call.body as NewPart, userIdOf(call)),

    preview: ({ body }) => previewDraft(host, body as PreviewWish),

    rangeJsonSchema,
    ranges: () => listRanges(),
    createRange: (call) => createRange(sequelize, call.body as RangeWish, userIdOf(call)),
    readRange: (call) => readRange(idOf(call)),
    saveRange: (call) =>
      saveRange(sequelize, idOf(call), call.body as RangeWish & { version: number }, userIdOf(call)),
    freePages: () => listFreePages(sequelize, standOf(host)),
    createFreePage: async (call) => {
      const { snapshot } = standOf(host);
      const id = await shown(createFreePage(sequelize, snapshot, call.body as FreePageWish, userIdOf(call)));
      return new ToldAfterwards(() => readFreePage(sequelize, standOf(host), id));
    },
    readFreePage: (call) => readFreePage(sequelize, standOf(host), numberedOf(call)),
    saveFreePage: async (call) => {
      const id = numberedOf(call);
      const wish = call.body as FreePageWish & { version: number };
      await shown(saveFreePage(sequelize, standOf(host), id, wish, userIdOf(call)));
      return new ToldAfterwards(() => readFreePage(sequelize, standOf(host), id));
    },
    deleteFreePage: (call) => shown(deleteFreePage(sequelize, numberedOf(call), userIdOf(call))),
    attributes: () => listAttributes(standOf(host).snapshot),
    changeAttribute: async (call) => {
      const { key } = call.params as { key: string };
      await shown(changeAttribute(sequelize, key, call.body as AttributeChange, userIdOf(call)));
      return new ToldAfterwards(() => readAttribute(standOf(host).snapshot, key));
    },
    uploadPicture: ({ request }) => keepUploaded(pictures, request.file),
    pictures: async () => {
      const { snapshot, edition } = standOf(host);
      return pictureReport(snapshot, edition, renditions);
    },
    makeRenditions: (call) => renditions.start(userIdOf(call)),
    aisleTexts: ({ params }) => {
      const { of, id } = params as { of: WordedAisle; id: number };
      return readAisleTexts(sequelize, of, id);
    },
    saveAisleTexts: (call) => {
      const { of, id } = call.params as { of: WordedAisle; id: number };
      const wish = call.body as AisleTexts & { seen: AisleTexts };
      return shown(saveAisleTexts(sequelize, of, id, wish, userIdOf(call)));
    },
    setCategoryPicture: (call) => {
      const { sku } = call.body as { sku: string | null };
      return shown(setCategoryPicture(sequelize, numberedOf(call), sku, userIdOf(call)));
    },
    focusCategoryPicture: (call) =>
      shown(focusCategoryPicture(sequelize, numberedOf(call), call.body as FocusPoint, userIdOf(call))),

    deleteRange: (call) => deleteRange(sequelize, idOf(call), userIdOf(call)),

    rangeChanges: (call) => rangeChanges(standOf(host).snapshot, idOf(call)),
    publishRange: async (call) => {
      const { version, note } = call.body as { version: number; note: string };
      return shown(publishRange(sequelize, idOf(call), version, note, userIdOf(call)));
    },

    explainRange: async ({ body }) => {
      const { rule, address } = body as { rule: RangeRule; address: string };
      const { snapshot, zone } = standOf(host);
      const context = contextOf({ ranges: await savedRanges() }, pageTime(), zone);
      return explainRangeAt(snapshot, readAddress(address)?.path, rule, context);
    },
    ...draftHandlers(host),

    products: ({ query }) => {
      const { q, aisle } = query as { q?: string; aisle?: string };
      const { snapshot } = standOf(host);
      const within = aisle === undefined ? null : aisleProducts(snapshot, aisleAt(snapshot, aisle)).words;
      return findProducts(host, snapshot, q ?? '', within);
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
    exportPlans: ({ query }) =>
      exportPlans(standOf(host).snapshot, (query as { plans: string }).plans.split(',').filter(Boolean)),
    exportEdition: (call) => exportEdition(standOf(host).snapshot, numberOf(call)),
    importPlans: (call) =>
      importPlans(
        sequelize,
        standOf(host).snapshot,
        call.body as { file: PlanFile; mapping: Record<string, string | null> },
        userIdOf(call),
      ),
    redirects: () => listRedirects(standOf(host).snapshot),
    createRedirect: (call) =>
      createRedirect(sequelize, standOf(host).snapshot, call.body as Redirect, userIdOf(call)),
    saveRedirect: (call) =>
      saveRedirect(
        sequelize,
        standOf(host).snapshot,
        numberedOf(call),
        call.body as Redirect,
        userIdOf(call),
      ),
    deleteRedirect: (call) => deleteRedirect(sequelize, numberedOf(call), userIdOf(call)),
    testRedirect: ({ query }) => testRedirect(standOf(host).snapshot, (query as { path: string }).path),
    importRedirects: (call) => importRedirects(sequelize, (call.body as { csv: string }).csv, userIdOf(call)),
    compareEditions: ({ params }) => {
      const { number, with: other } = params as { number: number; with: number };
      return compareEditions(standOf(host).snapshot, number, other);
    },
    publishEdition: (call) =>
      shown(
        publishAgain(
          sequelize,
          numberOf(call),
          call.body as { note: string; plans: readonly string[] | null },
          userIdOf(call),
        ),
      ),

    campaigns: () => listCampaigns(standOf(host)),
    createCampaign: async (call) => {
      return createCampaign(
        sequelize,
        standOf(host),
        call.body as CampaignTimes & { name: string; plans: readonly DraftVersion[] },
        userIdOf(call),
      );
    },
    moveCampaign: (call) =>
      moveCampaign(sequelize, standOf(host), idOf(call), call.body as CampaignTimes, userIdOf(call)),
    endCampaign: (call) => shown(endCampaign(sequelize, standOf(host), idOf(call), userIdOf(call))),

    importCatalogue: (call) => startImport(call, jobs, imports, uploads),
    jobFaults: async (call) => {
      const faults = await jobs.faults(idOf(call));
      call.response
        .attachment('faults.csv')
        .type('text/csv; charset=utf-8')
        .send(
          stringify([...faults], {
            header: true,
            columns: ['line', 'sku', 'column', 'message'],
            escape_formulas: true,
            bom: true,
          }),
        );
    },
    jobs: () => jobs.latest(),
    readJob: (call) => jobs.read(idOf(call)),
    jobEvents: (call) => streamJob(jobs, idOf(call), call.response),
  };
  return handlers;
}

/** Nobody waits for a database that is known to be silent. */
export function refuseWhileAway(host: CatalogueHost): void {
  if (host.databaseAway)
    throw problem(
      'database-away',
      'Nothing was changed. Try again when the database answers; the shop goes on.',
    );
}

/** Checked parameters back as text, as the facets read theirs. */
const textParameters = (query: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(query as Record<string, unknown>).map(([key, value]) => [key, String(value)]),
  );

/** A file that came along, or that of an earlier job. */
async function startImport(call: Call, jobs: Jobs, imports: ImportJobs, uploads: Uploads): Promise<Job> {
  const { file } = call.request;
  const fields = call.body as UploadFields;
  const wish = readWish(fields);
  const id = randomUUID();
  await uploads.clear(Date.now());
  if (file) {
    const path = await uploads.keep(file.path, id);
    const name = file.originalname;
    return imports.start({ ...wish, path, name, kind: kindOf(name)!, userId: userIdOf(call) }, id);
  }
  if (!fields.from)
    throw problem('bad-input', 'Nothing was read.', [{ path: 'file', message: 'is missing' }]);
  const { report } = await jobs.read(fields.from);
  const kind = report ? kindOf(report.file) : undefined;
  if (!report || !kind) throw problem('not-found', 'That job has read no file. Choose one.');
  const path = await uploads.again(fields.from, id);
  return imports.start({ ...wish, path, name: report.file, kind, userId: userIdOf(call) }, id);
}
