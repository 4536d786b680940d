import { aisleProducts } from '@fond/core';
import { aisleAt } from '../explain/explain';
import type { Handlers } from '../http/mount';
import { served } from '../http/served';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import { standOf } from '../shop/pages';
import { readAisleTexts, saveAisleTexts } from './aisleTexts';
import { changeAttribute, listAttributes, readAttribute } from './attributes';
import { focusCategoryPicture, setCategoryPicture } from './categoryPictures';
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
  | 'setFeatured';

/** Products and what is known of them, and the words and pictures of categories and tags. */
export const catalogueHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  attributes: () => listAttributes(standOf(host).snapshot),
  changeAttribute: async ({ params: { key }, body, user }) => {
    await served(host, changeAttribute(sequelize, key, body, user.id));
    return new ToldAfterwards(() => readAttribute(standOf(host).snapshot, key));
  },
  aisleTexts: ({ params }) => readAisleTexts(sequelize, params.of, params.id),
  saveAisleTexts: ({ params, body, user }) =>
    served(host, saveAisleTexts(sequelize, params.of, params.id, body, user.id)),
  setCategoryPicture: ({ params, body, user }) =>
    served(host, setCategoryPicture(sequelize, params.id, body.sku, user.id)),
  focusCategoryPicture: ({ params, body, user }) =>
    served(host, focusCategoryPicture(sequelize, params.id, body, user.id)),
  products: ({ query: { q = '', aisle } }) => {
    const { snapshot } = standOf(host);
    const within = aisle === undefined ? null : aisleProducts(snapshot, aisleAt(snapshot, aisle)).words;
    return findProducts(host, snapshot, q, within);
  },
  lookUpProducts: ({ body }) => lookUpProducts(standOf(host).snapshot, body.skus),
  setFeatured: ({ params, body, user }) =>
    served(host, setFeatured(sequelize, params.sku, body.featured, user.id)),
});
