import { takeUpFinding, listFindings, putOffFinding } from '../finding/findings';
import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { listDraftFindings, mendFinding } from './draftFindings';

type Own = 'findings' | 'putOffFinding' | 'takeUpFinding' | 'mendFinding';

/** What is wrong in the shop as it is live, and in drafts. */
export const findingHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  findings: ({ query }) =>
    query.draft === undefined
      ? listFindings(sequelize, host.serving(), query.aisle ?? null)
      : listDraftFindings(sequelize, host.serving(), query.draft, query.aisle ?? null),
  putOffFinding: ({ body, user }) => putOffFinding(sequelize, body, user.id),
  takeUpFinding: ({ query, user }) => takeUpFinding(sequelize, query.name, user.id),
  mendFinding: ({ body, user }) => mendFinding(sequelize, host.serving(), body, user.id),
});
