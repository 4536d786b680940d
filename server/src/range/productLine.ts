import type { ProductLine } from '@fond/contract';
import { holds, titleInShop, UNCOUNTED, type Snapshot } from '@fond/core';
import { pictureAddress } from '../picture/addresses';

/** What the desk shows of a product wherever one is chosen. */
export function productLineOf(snapshot: Snapshot, p: number): ProductLine {
  const price = snapshot.price.numbers[p];
  const image = snapshot.images[p].find(({ hash }) => hash);
  return {
    sku: snapshot.skus[p],
    title: titleInShop(snapshot, snapshot.titles[p]),
    price: Number.isNaN(price) ? null : price / 100,
    featured: holds(snapshot.featured, p),
    inStock: holds(snapshot.inStock, p),
    stock: snapshot.stock[p] === UNCOUNTED ? null : snapshot.stock[p],
    image: image?.hash ? pictureAddress(image.hash, 240) : null,
  };
}
