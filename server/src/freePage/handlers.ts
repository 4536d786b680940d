import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import { createFreePage, deleteFreePage, listFreePages, readFreePage, saveFreePage } from './freePages';

type Own = 'freePages' | 'createFreePage' | 'readFreePage' | 'saveFreePage' | 'deleteFreePage';

/** Pages with an address of their own. */
export const freePageHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  freePages: () => listFreePages(sequelize, host.serving()),
  createFreePage: async ({ body, user }) => {
    const { snapshot } = host.serving();
    const id = await thenServe(host, createFreePage(sequelize, snapshot, body, user.id));
    return new ToldAfterwards(() => readFreePage(sequelize, host.serving(), id));
  },
  readFreePage: ({ params }) => readFreePage(sequelize, host.serving(), params.id),
  saveFreePage: async ({ params: { id }, body, user }) => {
    await thenServe(host, saveFreePage(sequelize, host.serving(), id, body, user.id));
    return new ToldAfterwards(() => readFreePage(sequelize, host.serving(), id));
  },
  deleteFreePage: ({ params, user }) => thenServe(host, deleteFreePage(sequelize, params.id, user.id)),
});
