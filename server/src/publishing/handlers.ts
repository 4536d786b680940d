import type { AnyCall, Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { HeldOperation } from './approval';
import { exportEdition } from '../plan/portable';
import { planChanges, publishPlans } from './publishing';
import {
  approveRequest,
  askToDo,
  askToPublish,
  declineRequest,
  readHeld,
  listRequests,
  noteApproval,
} from './requests';
import type { Services } from '../services';
import { compareEditions } from './compare';
import { liveSummary, publishAgain, readEdition, readEditionOf, summaries } from '../edition/editions';

type Own =
  | 'publicationChanges'
  | 'publishPlans'
  | 'publicationRequests'
  | 'askToPublish'
  | 'approveRequest'
  | 'declineRequest'
  | 'editions'
  | 'readEdition'
  | 'compareEditions'
  | 'publishEdition'
  | 'exportEdition';

/**
 * Publishing, what waits for a second person, and what was published.
 *
 * @param perform Does an operation that was held until now, for whoever approves it.
 */
export const editionHandlers = (
  { sequelize, host }: Services,
  perform: (held: HeldOperation, call: AnyCall) => unknown,
): Handlers<Own> => ({
  publicationChanges: ({ body }) => planChanges(sequelize, host.serving(), body.plans),
  publishPlans: ({ body, user }) => thenServe(host, publishPlans(sequelize, host.serving(), body, user.id)),
  publicationRequests: () => listRequests(),
  askToPublish: ({ body: { plans = [], held, note }, user }) =>
    held ? askToDo(sequelize, held, note, user.id) : askToPublish(sequelize, { plans, note }, user.id),
  approveRequest: async (call) => {
    const { params, user } = call;
    const held = await readHeld(sequelize, params.id, user);
    if (!held) return thenServe(host, approveRequest(sequelize, host.serving(), params.id, user.id));
    await noteApproval(sequelize, params.id, user.id);
    await perform(held, call);
    return liveSummary();
  },
  declineRequest: ({ params, body, user }) => declineRequest(sequelize, params.id, body.words, user.id),

  editions: () => summaries(),
  readEdition: ({ params }) => readEdition(params.number),
  compareEditions: async ({ params }) => {
    const [before, after] = await Promise.all([readEditionOf(params.number), readEditionOf(params.with)]);
    return compareEditions(host.serving().snapshot, before, after);
  },
  publishEdition: ({ params, body, user }) =>
    thenServe(host, publishAgain(sequelize, params.number, body, user.id)),
  exportEdition: ({ params }) => exportEdition(host.serving().snapshot, params.number),
});
