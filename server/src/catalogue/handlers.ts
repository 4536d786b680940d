import { aisleProducts } from '@fond/core';
import { aisleAt } from '../explain/explain';
import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import { readAisleTexts, saveAisleTexts } from './aisleTexts';
import { changeAttribute, listAttributes, readAttribute } from './attributes';
import { focusCategoryPicture, setCategoryPicture } from './categoryPictures';
import { exportProducts } from './export/exportProducts';
import { startImport } from './import/startImport';
import { findProducts, lookUpProducts, setFeatured } from './productList';

type Own =
  | 'attributes'
  | 'changeAttribute'
  | 'aisleTexts'
  | 'saveAisleTexts'
  | 'setCategoryPicture'
  | 'focusCategoryPicture'
  | 'products'
  | 'lookUpProducts'
  | 'setFeatured'
  | 'importCatalogue'
  | 'exportProducts';

/** Products and what is known of them, files of them that are read, and the words and pictures of categories and tags. */
export const catalogueHandlers = ({ sequelize, host, ...services }: Services): Handlers<Own> => ({
  attributes: () => listAttributes(host.serving().snapshot),
  changeAttribute: async ({ params: { key }, body, user }) => {
    await thenServe(host, changeAttribute(sequelize, key, body, user.id));
    return new ToldAfterwards(() => readAttribute(host.serving().snapshot, key));
  },
  aisleTexts: ({ params }) => readAisleTexts(sequelize, params.of, params.id),
  saveAisleTexts: ({ params, body, user }) =>
    thenServe(host, saveAisleTexts(sequelize, params.of, params.id, body, user.id)),
  setCategoryPicture: ({ params, body, user }) =>
    thenServe(host, setCategoryPicture(sequelize, params.id, body.sku, user.id)),
  focusCategoryPicture: ({ params, body, user }) =>
    thenServe(host, focusCategoryPicture(sequelize, params.id, body, user.id)),
  products: ({ query: { q = '', aisle } }) => {
    const { snapshot } = host.serving();
    const within = aisle === undefined ? null : aisleProducts(snapshot, aisleAt(snapshot, aisle)).bits;
    return findProducts(host, snapshot, q, within);
  },
  lookUpProducts: ({ body }) => lookUpProducts(host.serving().snapshot, body.skus),
  setFeatured: ({ params, body, user }) =>
    thenServe(host, setFeatured(sequelize, params.sku, body.featured, user.id)),
  importCatalogue: (call) => startImport(call, services),
  exportProducts: ({ query, response }) => exportProducts(sequelize, host.serving(), query, response),
});
