import type { ValueShow } from '@fond/core';
import { Injectable } from '@angular/core';
import type {
  AttributeInput,
  AttributeValueLine,
  BulkEdit,
  CategoryPlace,
  CellEdit,
  LinkInput,
  ProductView,
  RowsQuestion,
  SearchWordsInput,
} from '@fond/contract';
import { Calls } from './calls';

/** Products looked at and corrected, one method per operation. */
@Injectable({ providedIn: 'root' })
export class CatalogueApi extends Calls {
  columns() {
    return this.call('productColumns');
  }

  gaps() {
    return this.call('productGaps');
  }

  rows(question: RowsQuestion) {
    return this.call('productRows', { body: question });
  }

  edit(cells: readonly CellEdit[]) {
    return this.call('editProducts', { body: { cells } });
  }

  productUses(sku: string) {
    return this.call('productUses', { params: { sku } });
  }

  deleteProduct(sku: string) {
    return this.call('deleteProduct', { params: { sku } });
  }

  search(sku: string) {
    return this.call('productSearch', { params: { sku } });
  }

  saySearch(sku: string, words: SearchWordsInput) {
    return this.call('saySearch', { params: { sku }, body: words });
  }

  links(sku: string) {
    return this.call('productLinks', { params: { sku } });
  }

  link(sku: string, links: LinkInput) {
    return this.call('linkProducts', { params: { sku }, body: links });
  }

  edits() {
    return this.call('productEdits');
  }

  undo(id: string) {
    return this.call('undoEdit', { params: { id } });
  }

  create(sku: string, title: string, from: string | null) {
    return this.call('createProduct', { body: { sku, title, from } });
  }

  read(sku: string) {
    return this.call('readProduct', { params: { sku } });
  }

  places(sku: string) {
    return this.call('productPlaces', { params: { sku } });
  }

  tryBulk(bulk: BulkEdit) {
    return this.call('tryBulkEdit', { body: bulk });
  }

  bulk(bulk: BulkEdit) {
    return this.call('bulkEdit', { body: bulk });
  }

  createAttribute(wish: AttributeInput) {
    return this.call('createAttribute', { body: wish });
  }

  attributeValues(key: string) {
    return this.call('attributeValues', { params: { key } });
  }

  writeAttributeValue(key: string, line: Omit<AttributeValueLine, 'products'>) {
    return this.call('writeAttributeValue', { params: { key }, body: line });
  }

  showAttributeValues(key: string, shown: ValueShow) {
    return this.call('showAttributeValues', { params: { key }, body: shown });
  }

  trySteps(key: string, steps: readonly number[], address: string) {
    return this.call('trySteps', { body: { key, steps, address } });
  }

  categories() {
    return this.call('categories');
  }

  createCategory(parent: number | null, title: string) {
    return this.call('createCategory', { body: { parent, title } });
  }

  placeCategory(id: number, place: CategoryPlace) {
    return this.call('placeCategory', { params: { id }, body: place });
  }

  deleteCategory(id: number) {
    return this.call('deleteCategory', { params: { id } });
  }

  tags() {
    return this.call('tags');
  }

  createTag(title: string) {
    return this.call('createTag', { body: { title } });
  }

  deleteTag(id: number) {
    return this.call('deleteTag', { params: { id } });
  }

  groupUses(of: 'category' | 'tag' | 'collection', id: number) {
    return this.call('groupUses', { params: { of, id } });
  }

  stopJob(id: string) {
    return this.call('stopJob', { params: { id } });
  }

  views() {
    return this.call('productViews');
  }

  saveView({ name, ...view }: ProductView) {
    return this.call('saveProductView', { params: { name }, body: view });
  }

  deleteView(name: string) {
    return this.call('deleteProductView', { params: { name } });
  }
}
