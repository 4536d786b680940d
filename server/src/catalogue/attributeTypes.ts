import type { Sequelize, Transaction } from 'sequelize';
import type { AttributeType } from '@fond/core';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { booleanOf } from '../text/booleanOf';

const BETWEEN = '|';
/** Products whose values are parted in one step; more of them are sooner read from their file again. */
const MAX_PARTED = 2_000;
/** Values that don't fit, told by name. */
const TOLD = 3;

interface Fitting {
  test: (value: string) => boolean;
  /** What is said of one value that isn't, and of several. */
  one: string;
  several: string;
}

const EVERY: Fitting = { test: () => true, one: '', several: '' };

/** What a value has to be for a type. */
const FITS: Readonly<Record<AttributeType, Fitting>> = {
  number: { test: (value) => /^-?\d+(\.\d+)?$/.test(value), one: 'is no number', several: 'are no numbers' },
  boolean: {
    test: (value) => booleanOf(value) !== null,
    one: 'is neither yes nor no',
    several: 'are neither yes nor no',
  },
  text: EVERY,
  many: EVERY,
  colour: EVERY,
};

/**
 * Makes an attribute something else. Values are stored as their file wrote them, so none is rewritten; all of them are
 * tried first, and one that doesn't fit keeps everything as it is.
 */
export async function changeType(
  sequelize: Sequelize,
  attribute: { id: number; type: AttributeType },
  type: AttributeType,
  transaction: Transaction,
): Promise<void> {
  const { id } = attribute;
  const { test, one, several } = FITS[type];
  const values = await select<{ value: string }>(
    sequelize,
    'SELECT value FROM product_attributes WHERE attribute_id = ? GROUP BY value ORDER BY COUNT(*) DESC, value',
    [id],
    transaction,
  );
  const unfit = values.filter(({ value }) => !test(value));
  if (unfit.length)
    refuse(`${namesOf(unfit.map(({ value }) => value))} ${unfit.length === 1 ? one : several}.`);
  if (attribute.type === 'many') await refuseSeveral(sequelize, id, transaction);
  if (type === 'many') await part(sequelize, id, transaction);
  await runSql(sequelize, 'UPDATE attributes SET type = ? WHERE id = ?', [type, id], transaction);
}

/** “a”, “b” and 7 more. */
function namesOf(values: readonly string[]): string {
  const told = values.slice(0, TOLD).map((value) => `“${value.slice(0, 40)}”`);
  const more = values.length - told.length;
  if (more) return `${told.join(', ')} and ${more} more`;
  return told.length > 1 ? `${told.slice(0, -1).join(', ')} and ${told[told.length - 1]}` : told[0];
}

function refuse(message: string): never {
  throw problem('bad-input', 'Nothing was changed.', [{ path: 'type', message }]);
}

async function refuseSeveral(sequelize: Sequelize, id: number, transaction: Transaction): Promise<void> {
  const several = await select<{ sku: string }>(
    sequelize,
    `SELECT DISTINCT sku FROM product_attributes JOIN products ON products.id = product_id
      WHERE attribute_id = ? AND product_attributes.position > 0 ORDER BY sku`,
    [id],
    transaction,
  );
  if (several.length)
    refuse(
      several.length === 1
        ? `${several[0].sku} has several values; a product can have only one of this kind.`
        : `${several.length} products have several values, ${several[0].sku} among them; a product can have only one of this kind.`,
    );
}

/** What was one word with bars in it are several words now. */
async function part(sequelize: Sequelize, id: number, transaction: Transaction): Promise<void> {
  const joined = await select<{ product: number; value: string }>(
    sequelize,
    `SELECT product_id AS product, value FROM product_attributes WHERE attribute_id = ? AND value LIKE '%|%'
      ORDER BY product_id LIMIT ${MAX_PARTED + 1}`,
    [id],
    transaction,
  );
  if (!joined.length) return;
  if (joined.length > MAX_PARTED)
    refuse(
      `More than ${MAX_PARTED} products have several words in one value. Read their file again into an attribute of another name, as several words.`,
    );
  await runSql(
    sequelize,
    'DELETE FROM product_attributes WHERE attribute_id = ? AND product_id IN (?)',
    [id, joined.map(({ product }) => product)],
    transaction,
  );
  const rows = joined.flatMap(({ product, value }) => {
    const words = [...new Set(value.split(BETWEEN).map((word) => word.trim()))].filter(Boolean);
    return words.map((word, position) => [product, id, position, word]);
  });
  await insertRows(
    sequelize,
    'product_attributes',
    ['product_id', 'attribute_id', 'position', 'value'],
    rows,
    transaction,
  );
}
