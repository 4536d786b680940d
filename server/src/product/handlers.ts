import { randomUUID } from 'node:crypto';
import { gapCounts } from '@fond/core';
import type { Handlers } from '../http/handler';
import { exportProducts } from '../catalogue/export/exportProducts';
import { ToldAfterwards } from '../http/toldAfterwards';
import { problem } from '../problem/problem';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { bulkEdit, tryBulkEdit } from './bulkEdit';
import { chooseExport } from './chooseExport';
import { createProduct } from './createProduct';
import { deleteProduct, productUses } from './deleteProduct';
import { linkProducts, readLinks } from './links';
import { editProducts, listEdits, undoEdit } from './edits';
import { lookUpProducts, pickProducts, setFeatured } from './productList';
import { matchArchive, takeArchive } from './pictures/takeArchive';
import { productSearch, saySearch } from './searchWords';
import { productPlaces, readProduct } from './productSheet';
import { deleteView, listViews, saveView } from './productViews';
import { TableColumns } from './tableColumns';
import { readRows } from './tableRows';

type Own =
  | 'products'
  | 'lookUpProducts'
  | 'setFeatured'
  | 'productColumns'
  | 'productGaps'
  | 'productRows'
  | 'editProducts'
  | 'productEdits'
  | 'undoEdit'
  | 'createProduct'
  | 'readProduct'
  | 'productPlaces'
  | 'productUses'
  | 'deleteProduct'
  | 'productSearch'
  | 'productLinks'
  | 'linkProducts'
  | 'saySearch'
  | 'exportProducts'
  | 'tryBulkEdit'
  | 'bulkEdit'
  | 'productViews'
  | 'saveProductView'
  | 'deleteProductView'
  | 'keepArchive'
  | 'archiveMatch'
  | 'takeArchive';

/** Products looked at and corrected: to choose from, in a table, and one by one. */
export const productHandlers = ({ sequelize, host, imports, ...services }: Services): Handlers<Own> => ({
  products: ({ query: { q = '', aisle } }) => pickProducts(host, host.serving(), q, aisle),
  lookUpProducts: ({ body }) => lookUpProducts(host.serving().snapshot, body.skus),
  setFeatured: ({ params, body, user }) =>
    thenServe(host, setFeatured(sequelize, params.sku, body.featured, user.id)),
  productColumns: async () => (await TableColumns.read(sequelize)).describe(host.serving().snapshot),
  productGaps: () => gapCounts(host.serving().snapshot),
  productRows: ({ body }) => readRows(sequelize, host, body),
  editProducts: ({ body, user }) => thenServe(host, editProducts(sequelize, body.cells, user.id)),
  productEdits: () => listEdits(sequelize),
  undoEdit: ({ params, user }) => thenServe(host, undoEdit(sequelize, imports, params.id, user.id)),
  exportProducts: async ({ query: { format = 'csv', ...wish }, response }) =>
    exportProducts(sequelize, await chooseExport(host, host.serving(), wish), format, response),
  tryBulkEdit: ({ body }) => tryBulkEdit(sequelize, host, body),
  bulkEdit: ({ body, user }) => bulkEdit(sequelize, host, imports, body, user.id),
  productViews: () => listViews(sequelize),
  saveProductView: ({ params, body, user }) => saveView(sequelize, params.name, body, user.id),
  deleteProductView: ({ params, user }) => deleteView(sequelize, params.name, user.id),
  readProduct: ({ params }) => readProduct(sequelize, params.sku),
  productUses: ({ params }) => productUses(sequelize, host.serving().snapshot, params.sku),
  deleteProduct: ({ params, user }) => thenServe(host, deleteProduct(sequelize, params.sku, user.id)),
  productSearch: ({ params }) => productSearch(sequelize, host.serving(), params.sku),
  saySearch: async ({ params, body, user }) => {
    await thenServe(host, saySearch(sequelize, params.sku, body, user.id));
    return new ToldAfterwards(() => productSearch(sequelize, host.serving(), params.sku));
  },
  productLinks: ({ params }) => readLinks(sequelize, params.sku),
  linkProducts: ({ params, body, user }) =>
    thenServe(host, linkProducts(sequelize, params.sku, body, user.id)),
  productPlaces: ({ params }) => productPlaces(host.serving(), params.sku),
  createProduct: ({ body, user }) => createProduct(sequelize, body, user.id),
  keepArchive: async ({ request: { file }, body }) => {
    if (!file) throw problem('bad-input', 'Nothing was kept.', [{ path: 'file', message: 'is missing' }]);
    const id = randomUUID();
    await services.uploads.clear(Date.now());
    await services.uploads.keep(file.path, id);
    return matchArchive(host.serving().snapshot, services.uploads, id, body.pattern);
  },
  archiveMatch: ({ params, query }) =>
    matchArchive(host.serving().snapshot, services.uploads, params.id, query.pattern),
  takeArchive: ({ params, body, user }) =>
    takeArchive({ sequelize, host, ...services }, params.id, body, user.id),
});
