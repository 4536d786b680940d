import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { listFindings, putOffFinding, takeUpFinding } from './findings';

type Own = 'findings' | 'putOffFinding' | 'takeUpFinding';

/** What is wrong in the shop as it is live. */
export const findingHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  findings: ({ query }) => listFindings(sequelize, host.serving(), query.aisle ?? null),
  putOffFinding: ({ body, user }) => putOffFinding(sequelize, body, user.id),
  takeUpFinding: ({ query, user }) => takeUpFinding(sequelize, query.name, user.id),
});
