import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { createPlan, listPlans, readPlan, savePlan } from './drafts';
import { floorOf, vocabularyOf } from './floor';
import { notePlan, rebasePlan, removePlan, restorePlan, withdrawalOf } from './life';
import { renewHousePlan } from './renewHousePlan';
import { createPart, listParts } from './parts';
import { exportPlans, importPlans } from './portable';
import { notePresence } from './presence';
import { previewDraft } from './preview';
import { changeTogether, undoTogether } from './together';

type Own =
  | 'floor'
  | 'vocabulary'
  | 'plans'
  | 'createPlan'
  | 'readPlan'
  | 'savePlan'
  | 'renewHousePlan'
  | 'rebasePlan'
  | 'notePlan'
  | 'presence'
  | 'planWithdrawal'
  | 'removePlan'
  | 'restorePlan'
  | 'parts'
  | 'createPart'
  | 'preview'
  | 'exportPlans'
  | 'importPlans'
  | 'changeTogether'
  | 'undoTogether';

/** Drafts of plans and parts, their life, and what serves which aisle. */
export const planHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  floor: () => floorOf(host.serving()),
  vocabulary: () => vocabularyOf(host.serving().snapshot),
  plans: () => listPlans(host.serving()),
  createPlan: ({ body, user }) => createPlan(sequelize, body, user.id),
  readPlan: ({ params }) => readPlan(params.id),
  savePlan: ({ params, body: { plan, version }, user }) =>
    savePlan(sequelize, params.id, plan, version, user.id),
  renewHousePlan: ({ user }) => renewHousePlan(sequelize, host.serving().snapshot, user.id),
  rebasePlan: ({ params, body, user }) => rebasePlan(sequelize, params.id, body, user.id),
  notePlan: ({ params, body, user }) => notePlan(sequelize, params.id, body.note, user.id),
  presence: ({ params, user }) => notePresence(params.id, user.id),
  planWithdrawal: ({ params }) => withdrawalOf(host.serving(), params.id),
  removePlan: async ({ params, body, user }) => ({
    edition: await thenServe(host, removePlan(sequelize, params.id, body, user.id)),
  }),
  restorePlan: ({ params, user }) => restorePlan(sequelize, params.id, user.id),
  parts: () => listParts(host.serving()),
  createPart: ({ body, user }) => createPart(sequelize, body, user.id),
  preview: ({ body }) => previewDraft(host, body),
  exportPlans: ({ query }) => exportPlans(host.serving().snapshot, query.plans.split(',').filter(Boolean)),
  changeTogether: ({ body, user }) => changeTogether(sequelize, host.serving(), body, user.id),
  undoTogether: ({ params, user }) => undoTogether(sequelize, params.id, user.id),
  importPlans: ({ body, user }) => importPlans(sequelize, host.serving().snapshot, body, user.id),
});
