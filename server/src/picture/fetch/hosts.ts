import type { Sequelize } from 'sequelize';
import type { WaitingHost } from '@fond/contract';
import { recordActivity } from '../../activity/activity';
import { SettingModel } from '../../database/models';
import { select } from '../../database/rows';
import { inUnit } from '../../database/unit';

const SETTING = 'picture-hosts';

/** Hosts that pictures may be fetched from; none until an owner names one. */
export async function pictureHosts(): Promise<readonly string[]> {
  const row = await SettingModel.findByPk(SETTING);
  return Array.isArray(row?.value) ? (row.value as string[]) : [];
}

export const setPictureHosts = (
  sequelize: Sequelize,
  hosts: readonly string[],
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    await SettingModel.upsert({ name: SETTING, value: hosts }, { transaction });
    await recordActivity(
      {
        userId,
        action: 'settings',
        subject: 'shop:settings',
        detail: { name: 'the shop', pictureHosts: hosts },
      },
      transaction,
    );
  });

/** A picture that products name by its address, and that is not here yet. */
export interface WaitingPicture {
  id: number;
  source: string;
  sku: string;
}

/** Addresses that products name and that are not in the library, each with one of its products. */
export const waitingPictures = (sequelize: Sequelize): Promise<WaitingPicture[]> =>
  select<WaitingPicture>(
    sequelize,
    `SELECT MIN(p.id) AS id, i.source, MIN(p.sku) AS sku FROM product_images i
      JOIN products p ON p.id = i.product_id LEFT JOIN pictures t ON t.source = i.source
      WHERE t.source IS NULL AND (i.source LIKE 'http://%' OR i.source LIKE 'https://%')
      GROUP BY i.source ORDER BY MIN(p.id)`,
  );

/** Where pictures wait to be fetched from, the hosts of most first. */
export async function waitingHosts(sequelize: Sequelize): Promise<WaitingHost[]> {
  const allowed = await pictureHosts();
  const counts = new Map<string, number>(allowed.map((host) => [host, 0]));
  for (const { source } of await waitingPictures(sequelize)) {
    const host = URL.canParse(source) ? new URL(source).hostname : '';
    if (host) counts.set(host, (counts.get(host) ?? 0) + 1);
  }
  return [...counts]
    .map(([host, waiting]) => ({ host, waiting, allowed: allowed.includes(host) }))
    .sort((a, b) => b.waiting - a.waiting || a.host.localeCompare(b.host));
}
