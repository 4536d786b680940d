import type { Handlers } from '../http/mount';
import { served } from '../http/served';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import { standOf } from '../shop/pages';
import { createFreePage, deleteFreePage, listFreePages, readFreePage, saveFreePage } from './freePages';

type Own = 'freePages' | 'createFreePage' | 'readFreePage' | 'saveFreePage' | 'deleteFreePage';

/** Pages with an address of their own. */
export const freePageHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  freePages: () => listFreePages(sequelize, standOf(host)),
  createFreePage: async ({ body, user }) => {
    const { snapshot } = standOf(host);
    const id = await served(host, createFreePage(sequelize, snapshot, body, user.id));
    return new ToldAfterwards(() => readFreePage(sequelize, standOf(host), id));
  },
  readFreePage: ({ params }) => readFreePage(sequelize, standOf(host), params.id),
  saveFreePage: async ({ params: { id }, body, user }) => {
    await served(host, saveFreePage(sequelize, standOf(host), id, body, user.id));
    return new ToldAfterwards(() => readFreePage(sequelize, standOf(host), id));
  },
  deleteFreePage: ({ params, user }) => served(host, deleteFreePage(sequelize, params.id, user.id)),
});
