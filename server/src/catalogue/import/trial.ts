import type { Sequelize } from 'sequelize';
import {
  composePage,
  SnapshotBuilder,
  withRuleCollections,
  type AttributeRow,
  type CatalogueFrame,
  type CategoryRow,
  type Edition,
  type GroupRow,
  type ProductRow,
  type Texts,
} from '@fond/core';
import { readLiveEdition } from '../../edition/editions';
import { select } from '../../database/rows';
import { inTurns } from '../../turns';
import { attributeValues, loadFrame } from '../../serving/loadSnapshot';
import { productFault } from '../../serving/rowFaults';
import { slugOf } from '../../text/slugs';
import type { NewAttribute } from './names';
import type { ProductRecord } from './parseRecord';
import { UnreadableFile } from './recordFile';
import type { ListName, StoredProduct } from './stored';

/** Products of one trial snapshot; a longer file makes several, so that it takes no more memory. */
const AT_ONCE = 5_000;
/** Ids of what isn't there yet, beyond those that a database gives. */
const FIRST_ID = 2 ** 32;
const DAY = 86_400_000;

/** What a path or a title of a file leads to; null for what isn't there yet. */
interface Known {
  category: (path: readonly string[]) => number | null;
  tag: (title: string) => number | null;
  collection: (title: string) => number | null;
}

interface Tried {
  line: number;
  sku: string;
  row: ProductRow;
}

/**
 * Builds the snapshots that a file's products would make, and pages of them, before anything of it is decided: what no
 * server could show must not get into the catalogue.
 */
export class Trial {
  private readonly open: Tried[] = [];
  private nextId = FIRST_ID;
  private readonly fresh = {
    category: new Map<string, CategoryRow>(),
    tag: new Map<string, GroupRow>(),
    collection: new Map<string, GroupRow>(),
  };
  private readonly attributes: ReadonlyMap<string, AttributeRow>;
  private readonly byId: ReadonlyMap<number, AttributeRow>;

  private constructor(
    private readonly frame: CatalogueFrame,
    private readonly edition: Edition | null,
    private readonly known: Known,
    wanted: readonly NewAttribute[],
  ) {
    const made = wanted.map((attribute): AttributeRow => ({
      ...attribute,
      id: this.nextId++,
      labels: { [frame.languages[0]]: attribute.label },
      filterable: true,
      onCards: true,
      valueLabels: {},
      swatches: {},
    }));
    const all = [...frame.attributes, ...made];
    this.attributes = new Map(all.map((row) => [row.key, row]));
    this.byId = new Map(all.map((row) => [row.id, row]));
  }

  static async begin(
    sequelize: Sequelize,
    known: Known,
    attributes: readonly NewAttribute[],
  ): Promise<Trial> {
    const [live] = await select(sequelize, 'SELECT number FROM live_edition WHERE id = 1');
    return new Trial(await loadFrame(sequelize), live ? await readLiveEdition() : null, known, attributes);
  }

  /**
   * @throws {UnreadableFile} where a product that was taken before, or this one, can't be shown.
   */
  async take(record: ProductRecord, before: StoredProduct | null): Promise<void> {
    this.open.push({ line: record.line, sku: record.sku, row: this.rowOf(record, before) });
    if (this.open.length === AT_ONCE) await this.end();
  }

  /** Tries what has been taken since the last time. */
  async end(): Promise<void> {
    const tried = this.open.splice(0);
    if (tried.length) await this.run(tried);
  }

  private async run(tried: readonly Tried[]): Promise<void> {
    try {
      await this.show(tried);
    } catch (error) {
      if (tried.length === 1) {
        const reason = error instanceof Error ? error.message : String(error);
        throw new UnreadableFile(
          tried[0].line,
          `The shop couldn’t show ${tried[0].sku}: ${reason} Nothing was changed.`,
          { cause: error },
        );
      }
      const half = tried.length >> 1;
      await this.run(tried.slice(0, half));
      await this.run(tried.slice(half));
      // Each half can be shown, both together can't.
      throw error;
    }
  }

  private async show(tried: readonly Tried[]): Promise<void> {
    const { frame, edition } = this;
    const builder = new SnapshotBuilder({
      ...frame,
      attributes: [...this.attributes.values()],
      categories: [...frame.categories, ...this.fresh.category.values()],
      tags: [...frame.tags, ...this.fresh.tag.values()],
      collections: [...frame.collections, ...this.fresh.collection.values()],
    });
    for (const { row } of tried) {
      const fault = productFault(row);
      if (fault) throw new Error(fault);
      builder.add(row);
    }
    const now = Math.floor(Date.now() / DAY) * DAY;
    const snapshot = withRuleCollections(await inTurns(builder.finishing(0)), now, 'UTC', () => undefined);
    if (!edition) return;
    const at = snapshot.aisles.byKey.get(`category:${tried[0].row.categories[0] ?? 0}`);
    for (const path of ['/', at?.path ?? '/search'])
      composePage(snapshot, edition, { path, parameters: {}, matches: null, now, zone: 'UTC' });
  }

  private rowOf(record: ProductRecord, before: StoredProduct | null): ProductRow {
    const [own] = this.frame.languages;
    const titles: Record<string, string> = {};
    const descriptions: Record<string, string> = {};
    for (const [lang, { title, description }] of before?.texts ?? []) {
      titles[lang] = title;
      descriptions[lang] = description;
    }
    for (const [asked, { title, description }] of Object.entries(record.texts)) {
      const lang = asked || own;
      if (title !== undefined) titles[lang] = title;
      if (description !== undefined) descriptions[lang] = description;
    }
    const said = <K extends keyof StoredProduct & keyof ProductRecord>(name: K) =>
      (record[name] === undefined ? (before?.[name] ?? null) : record[name]) as StoredProduct[K] | null;
    const stored = (name: ListName): number[] => (before?.lists[name] ?? []) as number[];
    return {
      id: before?.id ?? this.nextId++,
      sku: record.sku,
      slug: said('slug') ?? '',
      titles: titles as Texts,
      descriptions: descriptions as Texts,
      price: said('price'),
      was: said('was'),
      currency: this.frame.face?.currency ?? 'EUR',
      created: said('created'),
      stock: said('stock'),
      featured: said('featured') ?? false,
      rating: said('rating'),
      ratings: said('ratings'),
      sold: said('sold'),
      categories: record.categories?.map((path) => this.categoryOf(path)) ?? stored('categories'),
      tags: record.tags?.map((title) => this.groupOf('tag', title)) ?? stored('tags'),
      collections:
        record.collections?.map((title) => this.groupOf('collection', title)) ?? stored('collections'),
      attributes: this.attributesOf(record, before),
      images: (record.images ?? before?.lists.images ?? []).map(() => ({ hash: null, width: 0, height: 0 })),
    };
  }

  private attributesOf(record: ProductRecord, before: StoredProduct | null): ProductRow['attributes'] {
    const values = new Map(before?.attributes);
    for (const [key, said] of record.attributes) values.set(this.attributes.get(key)!.id, said);
    return attributeValues(
      [...values].flatMap(([attribute, some]) => some.map((value) => ({ attribute, value }))),
      this.byId,
      (key, value) => {
        throw new Error(`“${value}” is no number of ${key}.`);
      },
    );
  }

  private categoryOf(path: readonly string[]): number {
    const known = this.known.category(path);
    if (known !== null) return known;
    const key = JSON.stringify(path.map((step) => step.toLowerCase()));
    let row = this.fresh.category.get(key);
    if (!row) {
      const parent = path.length > 1 ? this.categoryOf(path.slice(0, -1)) : null;
      row = { ...this.group(path[path.length - 1]), parent, position: 0, colour: null };
      this.fresh.category.set(key, row);
    }
    return row.id;
  }

  private groupOf(kind: 'tag' | 'collection', title: string): number {
    const known = this.known[kind](title);
    if (known !== null) return known;
    const key = title.toLowerCase();
    let row = this.fresh[kind].get(key);
    if (!row) this.fresh[kind].set(key, (row = this.group(title)));
    return row.id;
  }

  private group(title: string): GroupRow {
    const id = this.nextId++;
    return {
      id,
      slug: `${slugOf(title)}-${id}`,
      titles: { [this.frame.languages[0]]: title },
      descriptions: {},
    };
  }
}
