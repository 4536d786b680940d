import type { Sequelize, Transaction } from 'sequelize';
import type { ShopSettings } from '@fond/contract';
import { sameValue } from '@fond/core';
import { isZone } from '../time/clock';
import { cleanHtml } from '../text/cleanHtml';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { SHOP, shopSettings } from './shopSettings';
import { SettingModel } from '../database/models';
import { select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';

const APPROVAL = 'publishing-needs-approval';
export const TIME_ZONE = 'time-zone';

/** UTC until somebody has said where the shop is. */
export const zoneOf = (stored: unknown): string => (typeof stored === 'string' ? stored : 'UTC');

export async function readSettings(sequelize: Sequelize): Promise<ShopSettings> {
  const rows = await SettingModel.findAll({ where: { name: [APPROVAL, TIME_ZONE] } });
  const values = new Map(rows.map(({ name, value }) => [name, value]));
  const shop = await shopSettings((sql) => select(sequelize, sql));
  return { ...shop, approval: values.get(APPROVAL) === true, zone: zoneOf(values.get(TIME_ZONE)) };
}

const refuse = (path: string, message: string): Error =>
  problem('bad-input', 'Nothing was changed.', [{ path, message }]);

export async function changeSettings(
  sequelize: Sequelize,
  change: Partial<ShopSettings>,
  userId: number,
): Promise<ShopSettings> {
  return inUnit(sequelize, async (transaction) => {
    const before = await readSettings(sequelize);
    const after = { ...before, ...change };
    const { approval, zone, ...shop } = after;
    if (!isZone(zone)) throw refuse('zone', `“${zone}” is no time zone that is known here`);
    const [own] = shop.languages;
    if (!shop.titles[own]?.trim()) throw refuse(`titles.${own}`, 'is missing; it names the shop');
    if (shop.currency !== before.currency) await refusePriced(sequelize, before.currency, transaction);
    const descriptions = Object.fromEntries(
      Object.entries(shop.descriptions).map(([lang, html]) => [lang, cleanHtml(html)]),
    );
    await SettingModel.upsert({ name: APPROVAL, value: approval }, { transaction });
    await SettingModel.upsert({ name: TIME_ZONE, value: zone }, { transaction });
    await SettingModel.upsert({ name: SHOP, value: { ...shop, descriptions } }, { transaction });
    await recordActivity(
      { userId, action: 'settings', subject: 'shop:settings', detail: { name: 'the shop', ...change } },
      transaction,
    );
    const { approval: _, zone: __, ...shopBefore } = before;
    if (!sameValue(shop, shopBefore)) await noteCatalogueChange(sequelize, 'settings', transaction);
    return readSettings(sequelize);
  });
}

/** Prices are numbers in the shop's currency: under another one they would say something else. */
async function refusePriced(sequelize: Sequelize, currency: string, transaction: Transaction): Promise<void> {
  const [priced] = await select(
    sequelize,
    'SELECT id FROM products WHERE price_cents IS NOT NULL LIMIT 1',
    [],
    transaction,
  );
  if (priced) throw refuse('currency', `can’t be changed while products have prices in ${currency}`);
}
