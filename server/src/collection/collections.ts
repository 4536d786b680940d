import type { Sequelize, Transaction } from 'sequelize';
import type { CollectionSummary, CollectionInput, StoredCollection } from '@fond/contract';
import { MAX_NAMED } from '@fond/contract/operations';
import { aisleProducts, referencesIn, type Clause, type Snapshot } from '@fond/core';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { slugOf, takeSlug } from '../text/slugs';
import { readTexts, writeTexts } from '../catalogue/texts';
import { inUnit } from '../database/unit';
import { PlanModel, SavedRangeModel } from '../database/models';
import { insertRows, runSql, select } from '../database/rows';
import { readLiveEdition } from '../edition/editions';
import { problem } from '../problem/problem';
import { saysAlready } from '../http/saysAlready';
import { recordActivity } from '../activity/activity';
import { fillDrafts } from '../document/filledDrafts';
import { followSlug } from '../redirect/redirects';

interface Row {
  id: number;
  slug: string;
  clauses: readonly Clause[] | null;
  arranged: readonly string[] | null;
  version: number;
  updatedAt: Date | null;
  updatedBy: string | null;
}

const COLUMNS = `SELECT c.id, c.slug, c.clauses, c.arranged, c.version, c.updated_at AS updatedAt, u.name AS updatedBy
  FROM collections c LEFT JOIN users u ON u.id = c.updated_by`;

const describeRow = ({ id, slug, clauses, version, updatedAt, updatedBy }: Row) => ({
  id,
  slug,
  clauses,
  version,
  updatedAt: updatedAt?.toISOString() ?? null,
  updatedBy: updatedBy ?? 'a product file',
});

export async function listCollections(
  sequelize: Sequelize,
  snapshot: Snapshot,
): Promise<CollectionSummary[]> {
  const rows = await select<Row>(sequelize, `${COLUMNS} ORDER BY c.slug`);
  return rows.flatMap((row) => {
    // One that another process has just made is listed once this one has read it too.
    const aisle = snapshot.aisles.byKey.get(`collection:${row.id}`);
    if (!aisle) return [];
    return [{ ...describeRow(row), titles: aisle.titles, products: aisleProducts(snapshot, aisle).count }];
  });
}

async function rowOf(sequelize: Sequelize, id: number, transaction?: Transaction): Promise<Row> {
  const lock = transaction ? ' FOR UPDATE' : '';
  const [row] = await select<Row>(sequelize, `${COLUMNS} WHERE c.id = ?${lock}`, [id], transaction);
  if (!row) throw problem('not-found', 'There is no such collection. It may have been deleted.');
  return row;
}

export async function readCollection(
  sequelize: Sequelize,
  id: number,
  transaction?: Transaction,
): Promise<StoredCollection> {
  const row = await rowOf(sequelize, id, transaction);
  const members = await membersOf(sequelize, id, transaction);
  const inOrder = arrangedFirst(members, row.arranged ?? []);
  return {
    ...describeRow(row),
    ...(await readTexts(sequelize, 'collection', id, transaction)),
    skus: inOrder.length > MAX_NAMED ? null : inOrder,
    byHand: members.length,
    namedIn: await namesOf(id),
  };
}

async function membersOf(sequelize: Sequelize, id: number, transaction?: Transaction): Promise<string[]> {
  const rows = await select<{ sku: string }>(
    sequelize,
    `SELECT p.sku FROM product_collections c JOIN products p ON p.id = c.product_id
      WHERE c.collection_id = ? ORDER BY p.id`,
    [id],
    transaction,
  );
  return rows.map(({ sku }) => sku);
}

/** Members in the order given by hand, then those that nobody has placed. */
function arrangedFirst(members: readonly string[], arranged: readonly string[]): string[] {
  const inside = new Set(members);
  const placed = arranged.filter((sku) => inside.has(sku));
  const done = new Set(placed);
  return [...placed, ...members.filter((sku) => !done.has(sku))];
}

/** Plans, as drafts or live, and saved ranges that name a collection. */
async function namesOf(id: number): Promise<string[]> {
  const [drafts, live, ranges] = await Promise.all([
    PlanModel.findAll(),
    readLiveEdition(),
    SavedRangeModel.findAll(),
  ]);
  const names = (content: unknown): boolean => referencesIn(content).has(`collection:${id}`);
  const plans = [...fillDrafts(drafts, live.documents), ...live.plans].filter(names);
  return [
    ...new Set([
      ...plans.map(({ name }) => `the plan “${name}”`),
      ...ranges.filter(({ rule }) => names(rule)).map(({ name }) => `the range “${name}”`),
    ]),
  ];
}

const refuse = (path: string, message: string): Error =>
  problem('bad-input', 'Nothing was saved.', [{ path, message }]);

export async function createCollection(
  sequelize: Sequelize,
  wish: CollectionInput,
  userId: number,
): Promise<StoredCollection> {
  const id = await inUnit(sequelize, async (transaction) => {
    const slug = await slugFor(sequelize, wish, 0, transaction);
    await insertRows(sequelize, 'collections', ['slug'], [[slug]], transaction);
    const [{ id: made }] = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM collections WHERE slug = ?',
      [slug],
      transaction,
    );
    const moved = await write(sequelize, made, { ...wish, slug }, 1, userId, transaction);
    await note(sequelize, 'create', made, wish, moved, userId, transaction);
    return made;
  });
  return readCollection(sequelize, id);
}

/** Saves over the version the caller has seen. */
export async function saveCollection(
  sequelize: Sequelize,
  id: number,
  { version, ...wish }: CollectionInput & { version: number },
  userId: number,
): Promise<StoredCollection> {
  await inUnit(sequelize, async (transaction) => {
    const row = await rowOf(sequelize, id, transaction);
    const theirs = await readCollection(sequelize, id, transaction);
    if (saysAlready<Partial<CollectionInput>>(theirs, wish)) return;
    if (row.version !== version)
      throw problem(
        'newer-draft',
        `Somebody saved version ${row.version} while you edited version ${version}. Load it, or save yours over it.`,
        undefined,
        { theirs },
      );
    const slug = await slugFor(sequelize, wish, id, transaction);
    if (slug !== row.slug)
      await followSlug(`/collections/${row.slug}`, `/collections/${slug}`, userId, transaction);
    const moved = await write(sequelize, id, { ...wish, slug }, version + 1, userId, transaction);
    await note(sequelize, 'save', id, wish, moved, userId, transaction);
  });
  return readCollection(sequelize, id);
}

export async function deleteCollection(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const stored = await readCollection(sequelize, id, transaction);
    if (stored.namedIn.length)
      throw problem(
        'collection-in-use',
        `It is named in ${stored.namedIn.join(', ')}. Take it out there first.`,
      );
    const members = await select<{ id: number }>(
      sequelize,
      'SELECT product_id AS id FROM product_collections WHERE collection_id = ?',
      [id],
      transaction,
    );
    await runSql(sequelize, 'DELETE FROM product_collections WHERE collection_id = ?', [id], transaction);
    await runSql(sequelize, 'DELETE FROM collections WHERE id = ?', [id], transaction);
    const moved = members.map((member) => member.id);
    await note(sequelize, 'delete', id, stored, moved, userId, transaction);
  });
}

/** Two collections with one address could not be told apart. Without a wish the title makes the address. */
async function slugFor(
  sequelize: Sequelize,
  { slug, titles }: CollectionInput,
  own: number,
  transaction: Transaction,
): Promise<string> {
  const others = await select<{ slug: string }>(
    sequelize,
    'SELECT slug FROM collections WHERE id <> ?',
    [own],
    transaction,
  );
  const taken = new Set(others.map((other) => other.slug));
  if (!slug) return takeSlug(slugOf(Object.values(titles)[0] ?? ''), taken);
  if (taken.has(slug)) throw refuse('slug', `“${slug}” is the address of another collection already`);
  return slug;
}

async function write(
  sequelize: Sequelize,
  id: number,
  { slug, titles, descriptions, clauses, skus }: CollectionInput,
  version: number,
  userId: number,
  transaction: Transaction,
): Promise<number[]> {
  await writeTexts(sequelize, 'collection', id, { titles, descriptions }, transaction);
  const moved = skus ? await writeMembers(sequelize, id, skus, transaction) : [];
  await runSql(
    sequelize,
    `UPDATE collections SET slug = ?, clauses = ?, arranged = IFNULL(?, arranged), version = ?,
      updated_at = UTC_TIMESTAMP(3), updated_by = ? WHERE id = ?`,
    [slug, clauses && JSON.stringify(clauses), skus && JSON.stringify(skus), version, userId, id],
    transaction,
  );
  return moved;
}

/** Puts in and takes out what differs; a product's other collections keep their places. Answers with ids of both. */
async function writeMembers(
  sequelize: Sequelize,
  id: number,
  skus: readonly string[],
  transaction: Transaction,
): Promise<number[]> {
  const before = new Set(await membersOf(sequelize, id, transaction));
  const after = new Set(skus);
  const fresh = skus.filter((sku) => !before.has(sku));
  const gone = [...before].filter((sku) => !after.has(sku));
  const left = gone.length
    ? await select<{ id: number }>(sequelize, 'SELECT id FROM products WHERE sku IN (?)', [gone], transaction)
    : [];
  if (gone.length)
    await runSql(
      sequelize,
      `DELETE c FROM product_collections c JOIN products p ON p.id = c.product_id
        WHERE c.collection_id = ? AND p.sku IN (?)`,
      [id, gone],
      transaction,
    );
  if (!fresh.length) return left.map((product) => product.id);
  const found = await select<{ id: number; sku: string; next: number }>(
    sequelize,
    `SELECT p.id, p.sku, CAST(IFNULL(MAX(c.position) + 1, 0) AS SIGNED) AS next
      FROM products p LEFT JOIN product_collections c ON c.product_id = p.id WHERE p.sku IN (?) GROUP BY p.id, p.sku`,
    [fresh],
    transaction,
  );
  const known = new Set(found.map(({ sku }) => sku));
  const unknown = fresh.filter((sku) => !known.has(sku));
  if (unknown.length)
    throw refuse(
      'skus',
      `${unknown
        .slice(0, 5)
        .map((sku) => `“${sku}”`)
        .join(', ')} ${unknown.length === 1 ? 'is' : 'are'} not in the catalogue`,
    );
  await insertRows(
    sequelize,
    'product_collections',
    ['product_id', 'position', 'collection_id'],
    found.map((product) => [product.id, product.next, id]),
    transaction,
  );
  return [...left, ...found].map((product) => product.id);
}

/** Servers read the products that came and went anew, and the record tells who did what. */
async function note(
  sequelize: Sequelize,
  action: 'create' | 'save' | 'delete',
  id: number,
  { slug, clauses, skus }: CollectionInput,
  moved: readonly number[],
  userId: number,
  transaction: Transaction,
): Promise<void> {
  await recordActivity(
    { userId, action, subject: `collection:${id}`, detail: { slug, clauses, skus } },
    transaction,
  );
  await noteCatalogueChange(sequelize, 'collections', transaction, moved.length ? { products: moved } : {});
}
