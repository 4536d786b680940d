import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { fillWithDemo } from './fillWithDemo';

/** What helps somebody who begins with an empty shop. */
export const demoHandlers = ({ sequelize, ...services }: Services): Handlers<'fillWithDemo'> => ({
  fillWithDemo: ({ user }) => fillWithDemo(sequelize, services, user.id),
});
