import type { Sequelize, Transaction } from 'sequelize';
import { textIn, type Texts } from '@fond/core';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../http/problem';
import { cleanHtml } from './import/parseRecord';
import { shopSettings } from './shopSettings';

/** What has a title and a description per language, in a table of their own. */
export type Titled = 'collection' | 'free_page';

export interface TitleAndDescription {
  titles: Texts;
  /** HTML. */
  descriptions: Texts;
}

export async function readTexts(
  sequelize: Sequelize,
  of: Titled,
  id: number,
  transaction?: Transaction,
): Promise<TitleAndDescription> {
  const rows = await select<{ lang: string; title: string; description: string }>(
    sequelize,
    `SELECT lang, title, description FROM ${of}_texts WHERE ${of}_id = ?`,
    [id],
    transaction,
  );
  return {
    titles: Object.fromEntries(rows.map(({ lang, title }) => [lang, title])),
    descriptions: Object.fromEntries(
      rows.flatMap(({ lang, description }) => (description ? [[lang, description]] : [])),
    ),
  };
}

/** Puts these texts in place of all it had; descriptions are sanitised. Refuses what has no title in the shop's own language. */
export async function writeTexts(
  sequelize: Sequelize,
  of: Titled,
  id: number,
  { titles, descriptions }: TitleAndDescription,
  transaction: Transaction,
): Promise<void> {
  const shop = await shopSettings((sql, values = []) => select(sequelize, sql, values, transaction));
  const [own] = shop.languages;
  if (!titles[own]?.trim())
    throw problem('bad-input', 'Nothing was saved.', [
      { path: `titles.${own}`, message: 'is missing; it names the aisle' },
    ]);
  const languages = [...new Set([...Object.keys(titles), ...Object.keys(descriptions)])];
  const rows = languages.map((lang) => [
    id,
    lang,
    textIn(titles, lang, []).trim(),
    cleanHtml(textIn(descriptions, lang, [])),
  ]);
  await runSql(sequelize, `DELETE FROM ${of}_texts WHERE ${of}_id = ?`, [id], transaction);
  await insertRows(
    sequelize,
    `${of}_texts`,
    [`${of}_id`, 'lang', 'title', 'description'],
    rows.filter(([, , title, description]) => title || description),
    transaction,
  );
}
