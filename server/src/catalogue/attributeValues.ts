import type { Sequelize } from 'sequelize';
import type { AttributeInput, AttributeValueLine, AttributeValues } from '@fond/contract';
import { fold, USUAL_SHOW, type Snapshot, type ValueShow } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { shopSettings } from '../setting/shopSettings';
import { exportNames } from './export/names';
import { attributeKey } from './import/columns';
import { makeAttributes } from './import/names';

/** Values of an attribute that are listed; of more of them nobody looks at each. */
const SHOWN = 2_000;

/** The values of an attribute, with those that are spelt alike. */
export async function readAttributeValues(
  sequelize: Sequelize,
  snapshot: Snapshot,
  key: string,
): Promise<AttributeValues> {
  const attribute = snapshot.attributes.get(key);
  if (!attribute) throw problem('not-found', `There is no attribute “${key}”.`);
  const { row, column } = attribute;
  const { attributes } = await exportNames(sequelize, snapshot.frame.languages[0]);
  const values = column.values
    .map(({ value }, code): AttributeValueLine => ({
      value,
      products: column.postings[code].count,
      labels: Object.hasOwn(row.valueLabels, value) ? row.valueLabels[value] : {},
      swatch: Object.hasOwn(row.swatches, value) ? row.swatches[value] : null,
    }))
    .filter(({ products }) => products > 0)
    .sort((a, b) => b.products - a.products || (a.value < b.value ? -1 : 1));
  return {
    column: attributes.find((one) => one.key === key)?.column ?? null,
    values: values.slice(0, SHOWN),
    variants: spellings(values.map(({ value }) => value)),
    shown: row.shown ?? USUAL_SHOW,
  };
}

/** Values that differ only in capitals, accents, blanks or hyphens. */
function spellings(values: readonly string[]): string[][] {
  const groups = new Map<string, string[]>();
  for (const value of values) {
    const folded = fold(value).replace(/[\s\-_.]+/g, '');
    const known = groups.get(folded);
    if (known) known.push(value);
    else groups.set(folded, [value]);
  }
  return [...groups.values()].filter((group) => group.length > 1);
}

/** What a value is called in each language, and its colour. */
export function writeAttributeValue(
  sequelize: Sequelize,
  key: string,
  { value, labels, swatch }: Omit<AttributeValueLine, 'products'>,
  userId: number,
): Promise<void> {
  return inUnit(sequelize, async (transaction) => {
    const [attribute] = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM attributes WHERE `key` = ? FOR UPDATE',
      [key],
      transaction,
    );
    if (!attribute) throw problem('not-found', `There is no attribute “${key}”.`);
    await insertRows(
      sequelize,
      'attribute_values',
      ['attribute_id', 'value', 'swatch', 'labels'],
      [[attribute.id, value, swatch, JSON.stringify(labels)]],
      transaction,
      ['swatch', 'labels'],
    );
    await recordActivity(
      { userId, action: 'save', subject: `attribute:${key}`, detail: { value, labels } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'attributes', transaction);
  });
}

/** How shoppers see the values of an attribute where they filter by it. */
export function showAttributeValues(
  sequelize: Sequelize,
  snapshot: Snapshot,
  key: string,
  shown: ValueShow,
  userId: number,
): Promise<void> {
  const taken = foreignFamily(snapshot, key, shown);
  if (taken)
    throw problem('bad-input', 'Nothing was changed.', [
      {
        path: 'families',
        message: `“${taken}” is a value that the group doesn’t hold; call the group otherwise`,
      },
    ]);
  return inUnit(sequelize, async (transaction) => {
    const [row] = await select<{ id: number; shown: ValueShow | null }>(
      sequelize,
      'SELECT id, shown FROM attributes WHERE `key` = ? FOR UPDATE',
      [key],
      transaction,
    );
    if (!row) throw problem('not-found', `There is no attribute “${key}”.`);
    await runSql(
      sequelize,
      'UPDATE attributes SET shown = ? WHERE id = ?',
      [JSON.stringify(shown), row.id],
      transaction,
    );
    const detail = { name: key, before: row.shown ?? USUAL_SHOW };
    await recordActivity({ userId, action: 'change', subject: `attribute:${key}`, detail }, transaction);
    await noteCatalogueChange(sequelize, 'attributes', transaction);
  });
}

/** A family that is called as a value which it doesn't hold: an address could mean either. */
function foreignFamily(snapshot: Snapshot, key: string, { families }: ValueShow): string | null {
  const column = snapshot.attributes.get(key)?.column;
  const foreign = families.find(({ id, members }) => column?.codeOf.has(id) && !members.includes(id));
  return foreign?.id ?? null;
}

/** Makes an attribute that no product has a value of yet. */
export function createAttribute(
  sequelize: Sequelize,
  { label, type, unit }: AttributeInput,
  userId: number,
): Promise<{ key: string }> {
  return inUnit(sequelize, async (transaction) => {
    const key = attributeKey(label);
    const refuse = (message: string): Error =>
      problem('bad-input', 'Nothing was made.', [{ path: 'label', message }]);
    if (!key) throw refuse('needs letters or digits');
    const [there] = await select(sequelize, 'SELECT id FROM attributes WHERE `key` = ?', [key], transaction);
    if (there) throw refuse(`there is an attribute “${key}” already`);
    const { languages } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
    await makeAttributes(sequelize, [{ key, label, type, unit, plain: false }], languages[0], transaction);
    await recordActivity(
      { userId, action: 'create', subject: `attribute:${key}`, detail: { label, type } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'attributes', transaction);
    return { key };
  });
}
