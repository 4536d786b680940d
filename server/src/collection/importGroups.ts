import type { Sequelize, Transaction } from 'sequelize';
import type { FiledAttribute, FiledCategory, GroupFile, GroupImport } from '@fond/contract';
import { RESERVED_SLUGS, sameValue, translatedPart, type Texts } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select, type Cell } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { shopSettings } from '../setting/shopSettings';
import { cleanHtml } from '../text/cleanHtml';
import { readGroups, type StoredGroups } from './groupFile';

/** Takes back a unit that was only tried. */
class Tried extends Error {
  constructor(readonly report: GroupImport) {
    super('Only tried');
  }
}

/** What taking a file over would change: all of it is done, looked at, and taken back. */
export async function tryGroups(sequelize: Sequelize, file: GroupFile): Promise<GroupImport> {
  try {
    return await inUnit(sequelize, async (transaction): Promise<GroupImport> => {
      throw new Tried(await new GroupWriter(sequelize, transaction).take(file));
    });
  } catch (error) {
    if (error instanceof Tried) return error.report;
    throw error;
  }
}

/** Takes a file over: what the shop lacks is made, what differs changed; nothing is deleted. */
export const importGroups = (sequelize: Sequelize, file: GroupFile, userId: number): Promise<GroupImport> =>
  inUnit(sequelize, async (transaction) => {
    const report = await new GroupWriter(sequelize, transaction).take(file);
    const { notices: _, ...counts } = report;
    if (Object.values(counts).some(({ made, changed }) => made + changed > 0)) {
      await recordActivity({ userId, action: 'import', subject: 'catalogue', detail: counts }, transaction);
      // Types of attributes may be new; everything is read anew.
      await noteCatalogueChange(sequelize, 'attribute-type', transaction);
    }
    return report;
  });

interface Worded {
  titles: Texts;
  descriptions: Texts;
}

class GroupWriter {
  private languages: readonly string[] = [];
  private readonly others = new Set<string>();
  private readonly notices: string[] = [];

  constructor(
    private readonly sequelize: Sequelize,
    private readonly transaction: Transaction,
  ) {}

  async take(file: GroupFile): Promise<GroupImport> {
    this.languages = (
      await shopSettings((sql) => select(this.sequelize, sql, [], this.transaction))
    ).languages;
    const stored = await readGroups(this.sequelize, this.transaction);
    const categories = await this.takeCategories(file, stored);
    const tags = await this.takeTags(file, stored);
    const attributes = await this.takeAttributes(file, stored);
    const collections = await this.takeCollections(file, stored, new Map([...categories.ids, ...tags.ids]));
    if (this.others.size)
      this.notices.push(
        `The shop doesn’t speak ${[...this.others].sort().join(', ')}; words in other languages than its own are left out.`,
      );
    return {
      categories: categories.counts,
      tags: tags.counts,
      attributes,
      collections,
      notices: this.notices,
    };
  }

  private run(sql: string, values: Cell[]): Promise<void> {
    return runSql(this.sequelize, sql, values, this.transaction);
  }

  /** Makes a row and tells its number. */
  private async make(table: string, columns: readonly string[], cells: Cell[]): Promise<number> {
    await insertRows(this.sequelize, table, columns, [cells], this.transaction);
    const [{ id }] = await select<{ id: number }>(
      this.sequelize,
      'SELECT CAST(LAST_INSERT_ID() AS SIGNED) AS id',
      [],
      this.transaction,
    );
    return id;
  }

  /** Words in the shop's languages, harmless. */
  private cleanWords({ titles, descriptions }: Worded): Worded {
    const own = (texts: Texts, clean: (text: string) => string): Texts => {
      const kept: [string, string][] = [];
      for (const [lang, text] of Object.entries(texts)) {
        if (!this.languages.includes(lang)) this.others.add(lang);
        else if (text.trim()) kept.push([lang, clean(text.trim())]);
      }
      return Object.fromEntries(kept);
    };
    return { titles: own(titles, (text) => text), descriptions: own(descriptions, cleanHtml) };
  }

  /** Writes the words that a file has; languages that it doesn't name stay. @returns whether anything differed. */
  private async write(
    of: 'category' | 'tag' | 'collection',
    id: number,
    words: Worded,
    before: Worded,
  ): Promise<boolean> {
    const said = this.cleanWords(words);
    const langs = new Set([...Object.keys(said.titles), ...Object.keys(said.descriptions)]);
    const at = (texts: Texts, lang: string): string => (Object.hasOwn(texts, lang) ? texts[lang] : '');
    const rows = [...langs].flatMap((lang): Cell[][] => {
      const title = at(said.titles, lang) || at(before.titles, lang);
      const description = at(said.descriptions, lang) || at(before.descriptions, lang);
      const same = title === at(before.titles, lang) && description === at(before.descriptions, lang);
      return same ? [] : [[id, lang, title, description]];
    });
    await insertRows(
      this.sequelize,
      `${of}_texts`,
      [`${of}_id`, 'lang', 'title', 'description'],
      rows,
      this.transaction,
      ['title', 'description'],
    );
    return rows.length > 0;
  }

  private async takeCategories({ categories }: GroupFile, stored: StoredGroups): Promise<Taken> {
    const counts = { made: 0, changed: 0, unchanged: 0 };
    const ids = new Map<string, number>();
    for (const [path, { id }] of stored.categories) ids.set(`category ${path}`, id);
    for (const [at, filed] of categories.entries()) {
      const cut = filed.path.lastIndexOf('/');
      const [above, slug] = [filed.path.slice(0, cut), filed.path.slice(cut + 1)];
      const parent = above === '' ? null : ids.get(`category ${above}`);
      if (parent === undefined)
        throw refuse(
          `categories.${at}.path`,
          `stands below ${above}, which is neither in the file before it nor in the shop`,
        );
      if (parent === null && RESERVED_SLUGS.includes(slug))
        throw refuse(`categories.${at}.path`, `begins with “${slug}”, which the shop’s own pages have`);
      const known = stored.categories.get(filed.path);
      const id =
        known?.id ??
        (await this.make('categories', ['parent_id', 'slug', 'position'], [parent, slug, filed.position]));
      ids.set(`category ${filed.path}`, id);
      const words = await this.write('category', id, filed, known ?? { titles: {}, descriptions: {} });
      const looks = await this.look(id, filed, known);
      tell(counts, known !== undefined, words || looks);
    }
    return { counts, ids };
  }

  private async look(
    id: number,
    { position, colour, hidden, picture }: FiledCategory,
    known: FiledCategory | undefined,
  ): Promise<boolean> {
    // A picture that the file doesn't name stays.
    const wanted = {
      position,
      colour: colour ?? known?.colour ?? null,
      picture: picture ?? known?.picture ?? null,
      hidden: hidden ?? known?.hidden ?? false,
    };
    const same =
      known !== undefined &&
      wanted.position === known.position &&
      wanted.colour === known.colour &&
      wanted.picture === known.picture &&
      wanted.hidden === (known.hidden ?? false);
    if (same) return false;
    await this.run('UPDATE categories SET position = ?, colour = ?, picture = ?, hidden = ? WHERE id = ?', [
      wanted.position,
      wanted.colour,
      wanted.picture,
      wanted.hidden,
      id,
    ]);
    return true;
  }

  private async takeTags({ tags }: GroupFile, stored: StoredGroups): Promise<Taken> {
    const counts = { made: 0, changed: 0, unchanged: 0 };
    const ids = new Map<string, number>();
    for (const [slug, { id }] of stored.tags) ids.set(`tag ${slug}`, id);
    for (const filed of tags) {
      const known = stored.tags.get(filed.slug);
      const id = known?.id ?? (await this.make('tags', ['slug'], [filed.slug]));
      ids.set(`tag ${filed.slug}`, id);
      const words = await this.write('tag', id, filed, known ?? { titles: {}, descriptions: {} });
      tell(counts, known !== undefined, words);
    }
    return { counts, ids };
  }

  private async takeAttributes(
    { attributes }: GroupFile,
    stored: StoredGroups,
  ): Promise<GroupImport['attributes']> {
    const counts = { made: 0, changed: 0, unchanged: 0 };
    for (const filed of attributes) {
      const known = stored.attributes.get(filed.key);
      if (known && known.type !== filed.type)
        this.notices.push(
          `“${filed.key}” stays ${known.type}: the file says ${filed.type}, and values would have to be read anew.`,
        );
      const id =
        known?.id ??
        (await this.make(
          'attributes',
          ['key', 'type', 'unit', 'position'],
          [filed.key, filed.type, filed.unit, filed.position],
        ));
      const flags = await this.flag(id, filed, known);
      const labels = await this.label(id, filed, known);
      const values = await this.value(id, filed, known);
      const shown = await this.show(id, filed, known);
      tell(counts, known !== undefined, flags || labels || values || shown);
    }
    return counts;
  }

  private async flag(id: number, filed: FiledAttribute, known: FiledAttribute | undefined): Promise<boolean> {
    const FLAGS = ['unit', 'position', 'filterable', 'onCards', 'hasAisles'] as const;
    if (known && FLAGS.every((name) => known[name] === filed[name])) return false;
    await this.run(
      'UPDATE attributes SET unit = ?, position = ?, filterable = ?, on_cards = ?, has_aisles = ? WHERE id = ?',
      [filed.unit, filed.position, filed.filterable, filed.onCards, filed.hasAisles, id],
    );
    return true;
  }

  /** What the file doesn't say stays. */
  private async show(
    id: number,
    { shown }: FiledAttribute,
    known: FiledAttribute | undefined,
  ): Promise<boolean> {
    if (!shown || sameValue(shown, known?.shown)) return false;
    await this.run('UPDATE attributes SET shown = ? WHERE id = ?', [JSON.stringify(shown), id]);
    return true;
  }

  private async label(
    id: number,
    filed: FiledAttribute,
    known: FiledAttribute | undefined,
  ): Promise<boolean> {
    const { titles } = this.cleanWords({ titles: filed.labels, descriptions: {} });
    const rows = Object.entries(titles).flatMap(([lang, label]): Cell[][] =>
      known && Object.hasOwn(known.labels, lang) && known.labels[lang] === label ? [] : [[id, lang, label]],
    );
    await insertRows(
      this.sequelize,
      'attribute_texts',
      ['attribute_id', 'lang', 'label'],
      rows,
      this.transaction,
      ['label'],
    );
    return rows.length > 0;
  }

  private async value(
    id: number,
    filed: FiledAttribute,
    known: FiledAttribute | undefined,
  ): Promise<boolean> {
    const before = new Map(known?.values.map((one) => [one.value, one]));
    const rows = filed.values.flatMap(({ value, swatch, labels }): Cell[][] => {
      const there = before.get(value);
      const all = { ...there?.labels, ...this.cleanWords({ titles: labels, descriptions: {} }).titles };
      const colour = swatch ?? there?.swatch ?? null;
      const same = there && there.swatch === colour && sameValue(there.labels, all);
      return same ? [] : [[id, value, colour, JSON.stringify(all)]];
    });
    await insertRows(
      this.sequelize,
      'attribute_values',
      ['attribute_id', 'value', 'swatch', 'labels'],
      rows,
      this.transaction,
      ['swatch', 'labels'],
    );
    return rows.length > 0;
  }

  private async takeCollections(
    { collections, names }: GroupFile,
    stored: StoredGroups,
    ids: Map<string, number>,
  ): Promise<GroupImport['collections']> {
    const counts = { made: 0, changed: 0, unchanged: 0 };
    for (const [slug, { id }] of stored.collections) ids.set(`collection ${slug}`, id);
    for (const { slug } of collections)
      if (!ids.has(`collection ${slug}`))
        ids.set(`collection ${slug}`, await this.make('collections', ['slug'], [slug]));
    const into = new Map(
      Object.entries(names).map(([reference, name]): [string, string | null] => {
        const kind = reference.split(':')[0];
        const id = ids.get(`${kind} ${name}`);
        return [reference, id === undefined ? null : `${kind}:${id}`];
      }),
    );
    const lost = Object.entries(names).filter(([reference]) => into.get(reference) === null);
    if (lost.length)
      this.notices.push(
        `Rules of collections name ${lost.map(([, name]) => name).join(', ')}, which the shop doesn’t have; what names them is left out.`,
      );
    for (const filed of collections) {
      const known = stored.collections.get(filed.slug);
      const id = ids.get(`collection ${filed.slug}`)!;
      const clauses = filed.clauses && translatedPart(filed.clauses, into);
      const words = await this.write('collection', id, filed, known ?? { titles: {}, descriptions: {} });
      const same =
        known !== undefined && sameValue(known.clauses, clauses) && sameValue(known.arranged, filed.arranged);
      if (!same)
        await this.run(
          'UPDATE collections SET clauses = ?, arranged = ?, version = version + 1 WHERE id = ?',
          [clauses && JSON.stringify(clauses), JSON.stringify(filed.arranged), id],
        );
      tell(counts, known !== undefined, words || !same);
    }
    return counts;
  }
}

interface Taken {
  counts: GroupImport['categories'];
  /** Numbers by kind and name. */
  ids: ReadonlyMap<string, number>;
}

const refuse = (path: string, message: string): Error =>
  problem('bad-input', 'Nothing was changed.', [{ path, message }]);

function tell(
  counts: { made: number; changed: number; unchanged: number },
  known: boolean,
  differs: boolean,
): void {
  if (!known) counts.made++;
  else if (differs) counts.changed++;
  else counts.unchanged++;
}
