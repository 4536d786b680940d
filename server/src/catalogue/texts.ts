import type { Sequelize, Transaction } from 'sequelize';
import { textIn } from '@fond/core';
import type { AisleTexts } from '@fond/contract';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { cleanHtml } from '../text/cleanHtml';
import { shopSettings } from '../setting/shopSettings';

/** What has a title and a description per language, in a table of their own. */
export type Titled = 'category' | 'tag' | 'collection' | 'free_page';

interface TextOfOne {
  id: number;
  lang: string;
  title: string;
  description: string;
}

const COLUMNS = (of: Titled): string => `SELECT ${of}_id AS id, lang, title, description FROM ${of}_texts`;

function textsIn(rows: readonly TextOfOne[]): Map<number, AisleTexts> {
  const found = new Map<number, { titles: Record<string, string>; descriptions: Record<string, string> }>();
  for (const { id, lang, title, description } of rows) {
    const texts = found.get(id) ?? { titles: {}, descriptions: {} };
    found.set(id, texts);
    texts.titles[lang] = title;
    if (description) texts.descriptions[lang] = description;
  }
  return found;
}

export async function readTexts(
  sequelize: Sequelize,
  of: Titled,
  id: number,
  transaction?: Transaction,
): Promise<AisleTexts> {
  const rows = await select<TextOfOne>(sequelize, `${COLUMNS(of)} WHERE ${of}_id = ?`, [id], transaction);
  return textsIn(rows).get(id) ?? { titles: {}, descriptions: {} };
}

/** The texts of all of a kind, by id. */
export const readAllTexts = async (
  sequelize: Sequelize,
  of: Titled,
): Promise<ReadonlyMap<number, AisleTexts>> => textsIn(await select<TextOfOne>(sequelize, COLUMNS(of)));

/** Puts these texts in place of all it had; descriptions are sanitised. Refuses what has no title in the shop's own language. */
export async function writeTexts(
  sequelize: Sequelize,
  of: Titled,
  id: number,
  { titles, descriptions }: AisleTexts,
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
