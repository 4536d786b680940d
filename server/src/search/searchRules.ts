import type { Sequelize } from 'sequelize';
import type { StoredSearchRules } from '@fond/contract';
import { sameValue, type SearchRules } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { SettingModel } from '../database/models';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { keptSearchRules, SEARCH, type KeptSearchRules } from '../setting/searchRules';

const toStored = ({ version, rules, at, by }: KeptSearchRules): StoredSearchRules => ({
  version,
  rules,
  updatedAt: at,
  updatedBy: by,
});

export const readSearchRules = async (sequelize: Sequelize): Promise<StoredSearchRules> =>
  toStored(await keptSearchRules((sql) => select(sequelize, sql)));

/** Saves over the version that one has seen; it holds at once. The same once more is the same save. */
export async function saveSearchRules(
  sequelize: Sequelize,
  { version, rules }: { version: number; rules: SearchRules },
  user: { id: number; name: string },
): Promise<StoredSearchRules> {
  await inUnit(sequelize, async (transaction) => {
    // A row to lock, where nobody has said anything yet.
    await runSql(
      sequelize,
      "INSERT IGNORE INTO settings (name, value) VALUES (?, '{}')",
      [SEARCH],
      transaction,
    );
    const kept = await keptSearchRules((sql) => select(sequelize, `${sql} FOR UPDATE`, [], transaction));
    if (sameValue(kept.rules, rules)) return;
    if (kept.version !== version)
      throw problem(
        'newer-draft',
        `${kept.by ?? 'Somebody'} saved version ${kept.version} while you edited version ${version}. Load it, or save yours over it.`,
        undefined,
        { theirs: toStored(kept) },
      );
    const next: KeptSearchRules = {
      version: version + 1,
      rules,
      at: new Date().toISOString(),
      by: user.name,
    };
    await SettingModel.upsert({ name: SEARCH, value: next }, { transaction });
    const detail = { name: 'what searches take for the same', before: kept.rules };
    await recordActivity({ userId: user.id, action: 'change', subject: 'shop:search', detail }, transaction);
    await noteCatalogueChange(sequelize, SEARCH, transaction);
  });
  return readSearchRules(sequelize);
}
