import { changeShoppers, readShoppers } from './shoppersState';
import type { Handlers } from '../http/handler';
import { refuseStrangers } from '../http/strangers';
import type { Services } from '../services';
import { partIn } from '../shopper/part';
import { readAisleVisits, readFigures } from './figures';
import { figuresFile } from './figuresFile';

type Own = 'aisleVisits' | 'countViews' | 'figures' | 'figuresFile' | 'shoppers' | 'changeShoppers';

/** What places, products and filters earn. */
export const figureHandlers = ({ sequelize, host, counting }: Services): Handlers<Own> => ({
  countViews: ({ body, request }) => {
    refuseStrangers(request);
    counting.take(body, request.get('User-Agent'), partIn(request));
  },
  figures: ({ query }) => readFigures(sequelize, host.serving(), query),
  aisleVisits: () => readAisleVisits(sequelize, host.serving()),
  figuresFile: async ({ query: { table, ...query }, response }) => {
    const figures = await readFigures(sequelize, host.serving(), query);
    response.attachment(`${table}.csv`).type('text/csv; charset=utf-8').send(figuresFile(figures, table));
  },
  shoppers: async () => ({ shoppers: await readShoppers(sequelize) }),
  changeShoppers: ({ body, user }) => changeShoppers(sequelize, body, user.id),
});
