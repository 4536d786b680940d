import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { applyBatch } from './applyBatch';
import { readFeed } from './readFeed';
import { changeShopSystem } from './shopSystemState';
import { addSystem, changeSystem } from './systems';

type Own = 'sendBatch' | 'feed' | 'changeShopSystem' | 'addFeedSystem' | 'changeFeedSystem';

/** What other systems tell the shop. */
export const feedHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  sendBatch: ({ body, system }) => thenServe(host, applyBatch(sequelize, system.id, body)),
  feed: () => readFeed(sequelize),
  changeShopSystem: ({ body, user }) => changeShopSystem(sequelize, body, user.id),
  addFeedSystem: ({ body, user }) => addSystem(sequelize, body.name, user.id),
  changeFeedSystem: ({ params, body, user }) => changeSystem(sequelize, params.id, body, user.id),
});
