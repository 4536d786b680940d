import type { Sequelize } from 'sequelize';
import type { AttributeChange, AttributeLine } from '@fond/contract';
import type { AttributeColumn, AttributeType, Snapshot } from '@fond/core';
import { inUnit } from '../database/unit';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { changeType } from './attributeTypes';
import { noteCatalogueChange } from '../database/catalogueChanges';

/** Numbers and yes/no say nothing of a product by themselves, so nobody looks for an aisle of them. */
const WITH_AISLES = ['text', 'many', 'colour'];

const lineOf = ({ row, column }: AttributeColumn): AttributeLine => ({
  key: row.key,
  type: row.type,
  labels: row.labels,
  unit: row.unit,
  filterable: row.filterable,
  onCards: row.onCards,
  aisles: row.aisles !== undefined,
  grouped: row.grouped ?? true,
  decimals: row.decimals ?? null,
  values: column.values.length,
  products: covered(column.offsets),
});

/** Products that have at least one value. */
export function covered(offsets: Uint32Array): number {
  let count = 0;
  for (let p = 0; p + 1 < offsets.length; p++) if (offsets[p + 1] > offsets[p]) count++;
  return count;
}

export const listAttributes = ({ attributes }: Snapshot): AttributeLine[] =>
  [...attributes.values()].map(lineOf);

export function readAttribute({ attributes }: Snapshot, key: string): AttributeLine {
  const found = attributes.get(key);
  if (!found) throw problem('not-found', `There is no attribute “${key}”.`);
  return lineOf(found);
}

export async function changeAttribute(
  sequelize: Sequelize,
  key: string,
  change: AttributeChange,
  userId: number,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const [row] = await select<{
      id: number;
      type: AttributeType;
      grouped: number;
      decimals: number | null;
    }>(
      sequelize,
      'SELECT id, type, grouped, decimals FROM attributes WHERE `key` = ? FOR UPDATE',
      [key],
      transaction,
    );
    if (!row) throw problem('not-found', `There is no attribute “${key}”.`);
    const type = change.type ?? row.type;
    if (change.aisles && !WITH_AISLES.includes(type))
      throw problem('bad-input', 'Nothing was changed.', [
        { path: 'aisles', message: 'are for words and colours; numbers and yes or no make filters' },
      ]);
    if (type !== row.type) await changeType(sequelize, row, type, transaction);
    const grouped = change.grouped ?? Boolean(row.grouped);
    const decimals = change.decimals === undefined ? row.decimals : change.decimals;
    await runSql(
      sequelize,
      'UPDATE attributes SET unit = ?, filterable = ?, on_cards = ?, has_aisles = ?, grouped = ?, decimals = ? WHERE id = ?',
      [change.unit, change.filterable, change.onCards, change.aisles, grouped, decimals, row.id],
      transaction,
    );
    await runSql(sequelize, 'DELETE FROM attribute_texts WHERE attribute_id = ?', [row.id], transaction);
    await insertRows(
      sequelize,
      'attribute_texts',
      ['attribute_id', 'lang', 'label'],
      Object.entries(change.labels).flatMap(([lang, label]) => (label ? [[row.id, lang, label]] : [])),
      transaction,
    );
    await noteCatalogueChange(sequelize, type === row.type ? 'attributes' : 'attribute-type', transaction);
    await recordActivity(
      { userId, action: 'save', subject: `attribute:${key}`, detail: { name: key, ...change } },
      transaction,
    );
  });
}
