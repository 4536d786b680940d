import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import { ToldAfterwards } from '../http/toldAfterwards';
import type { Services } from '../services';
import { readAisleTexts, saveAisleTexts } from './aisleTexts';
import {
  createAttribute,
  readAttributeValues,
  showAttributeValues,
  writeAttributeValue,
} from './attributeValues';
import { aisleAt } from '../explain/explain';
import { trySteps } from './trySteps';
import { changeAttribute, listAttributes, readAttribute } from './attributes';
import { focusCategoryPicture, setCategoryPicture } from './categoryPictures';
import { createCategory, deleteCategory, listCategories, placeCategory } from './groups/categories';
import { groupUses } from './groups/groupUses';
import { createTag, deleteTag, listTags } from './groups/tags';
import { forgetMapping, keepMapping, listMappings } from './import/keptMappings';
import { startImport } from './import/startImport';

type Own =
  | 'attributes'
  | 'changeAttribute'
  | 'createAttribute'
  | 'attributeValues'
  | 'writeAttributeValue'
  | 'showAttributeValues'
  | 'trySteps'
  | 'aisleTexts'
  | 'saveAisleTexts'
  | 'setCategoryPicture'
  | 'focusCategoryPicture'
  | 'categories'
  | 'createCategory'
  | 'placeCategory'
  | 'deleteCategory'
  | 'tags'
  | 'createTag'
  | 'deleteTag'
  | 'groupUses'
  | 'importCatalogue'
  | 'keptMappings'
  | 'keepMapping'
  | 'forgetMapping';

/** What is known of products, files of them that are read, and the words and pictures of categories and tags. */
export const catalogueHandlers = ({ sequelize, host, ...services }: Services): Handlers<Own> => ({
  attributes: () => listAttributes(host.serving().snapshot),
  changeAttribute: async ({ params: { key }, body, user }) => {
    await thenServe(host, changeAttribute(sequelize, key, body, user.id));
    return new ToldAfterwards(() => readAttribute(host.serving().snapshot, key));
  },
  createAttribute: ({ body, user }) => thenServe(host, createAttribute(sequelize, body, user.id)),
  attributeValues: ({ params }) => readAttributeValues(sequelize, host.serving().snapshot, params.key),
  writeAttributeValue: ({ params, body, user }) =>
    thenServe(host, writeAttributeValue(sequelize, params.key, body, user.id)),
  showAttributeValues: ({ params, body, user }) =>
    thenServe(host, showAttributeValues(sequelize, host.serving().snapshot, params.key, body, user.id)),
  trySteps: ({ body: { key, steps, address } }) => {
    const { snapshot } = host.serving();
    return trySteps(snapshot, aisleAt(snapshot, address.split('?')[0]), key, steps);
  },
  aisleTexts: ({ params }) => readAisleTexts(sequelize, params.of, params.id),
  saveAisleTexts: ({ params, body, user }) =>
    thenServe(host, saveAisleTexts(sequelize, params.of, params.id, body, user.id)),
  setCategoryPicture: ({ params, body, user }) =>
    thenServe(host, setCategoryPicture(sequelize, params.id, body, user.id)),
  focusCategoryPicture: ({ params, body, user }) =>
    thenServe(host, focusCategoryPicture(sequelize, params.id, body, user.id)),
  categories: () => listCategories(sequelize, host.serving().snapshot),
  createCategory: ({ body, user }) => thenServe(host, createCategory(sequelize, body, user.id)),
  placeCategory: ({ params, body, user }) =>
    thenServe(host, placeCategory(sequelize, params.id, body, user.id)),
  deleteCategory: ({ params, user }) => thenServe(host, deleteCategory(sequelize, params.id, user.id)),
  tags: () => listTags(sequelize, host.serving().snapshot),
  createTag: ({ body, user }) => thenServe(host, createTag(sequelize, body.title, user.id)),
  deleteTag: ({ params, user }) => thenServe(host, deleteTag(sequelize, params.id, user.id)),
  groupUses: ({ params: { of, id } }) => groupUses(sequelize, host.serving().snapshot, { kind: of, id }),
  importCatalogue: (call) => startImport(call, services),
  keptMappings: () => listMappings(sequelize),
  keepMapping: ({ params: { name }, body, user }) => keepMapping(sequelize, name, body, user.id),
  forgetMapping: ({ params: { name }, user }) => forgetMapping(sequelize, name, user.id),
});
