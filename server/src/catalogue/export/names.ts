import type { Sequelize } from 'sequelize';
import type { AttributeType } from '@fond/core';
import { select } from '../../database/rows';
import { PRODUCT_FIELDS } from '@fond/contract';
import { attributeKey } from '../import/columns';

/** How product files write what products are grouped by, so that an import finds the same again. */
export interface ExportNames {
  category: (id: number) => string;
  tag: (id: number) => string;
  collection: (id: number) => string;
  attributes: readonly ExportAttribute[];
}

export interface ExportAttribute {
  id: number;
  key: string;
  type: AttributeType;
  label: string;
  unit: string | null;
  /** The column's name: its label, or its key where the label would be read as another attribute. */
  column: string;
}

interface Named {
  id: number;
  slug: string;
  title: string | null;
}

const fold = (title: string): string => title.trim().toLowerCase();

/** Whether a title can stand between the marks of a list or a path. */
const isPlain = (title: string): boolean => title.trim() === title && title !== '' && !/[|>]/.test(title);

/** Titles where an import finds the same by them, and the word of the address otherwise. */
function nameEach(named: readonly Named[]): Map<number, string> {
  const count = new Map<string, number>();
  for (const { title } of named) if (title) count.set(fold(title), (count.get(fold(title)) ?? 0) + 1);
  return new Map(
    named.map(({ id, slug, title }) => [
      id,
      title && isPlain(title) && count.get(fold(title)) === 1 ? title : slug,
    ]),
  );
}

/** @param lang The shop's own language, in which product files name things. */
export async function exportNames(sequelize: Sequelize, lang: string): Promise<ExportNames> {
  const group = async (of: 'tag' | 'collection'): Promise<Map<number, string>> =>
    nameEach(
      await select<Named>(
        sequelize,
        `SELECT g.id, g.slug, t.title FROM ${of}s g LEFT JOIN ${of}_texts t
          ON t.${of}_id = g.id AND t.lang = ?`,
        [lang],
      ),
    );
  const categories = await select<Named & { parent: number | null }>(
    sequelize,
    `SELECT c.id, c.parent_id AS parent, c.slug, t.title FROM categories c
      LEFT JOIN category_texts t ON t.category_id = c.id AND t.lang = ?`,
    [lang],
  );
  const sisters = new Map<number | null, Named[]>();
  for (const category of categories)
    sisters.set(category.parent, [...(sisters.get(category.parent) ?? []), category]);
  const steps = new Map([...sisters.values()].flatMap((some) => [...nameEach(some)]));
  const parents = new Map(categories.map(({ id, parent }) => [id, parent]));
  const paths = new Map<number, string>();
  const pathOf = (id: number): string => {
    const known = paths.get(id);
    if (known !== undefined) return known;
    const parent = parents.get(id) ?? null;
    const path = (parent === null ? '' : `${pathOf(parent)} > `) + (steps.get(id) ?? '');
    paths.set(id, path);
    return path;
  };
  const attributes = await select<Omit<ExportAttribute, 'column' | 'label'> & { label: string | null }>(
    sequelize,
    `SELECT a.id, a.\`key\`, a.type, t.label, a.unit FROM attributes a
      LEFT JOIN attribute_texts t ON t.attribute_id = a.id AND t.lang = ? ORDER BY a.position, a.id`,
    [lang],
  );
  const [tags, collections] = [await group('tag'), await group('collection')];
  return {
    category: pathOf,
    tag: (id) => tags.get(id) ?? '',
    collection: (id) => collections.get(id) ?? '',
    attributes: attributes.map((attribute) => {
      const { key, label, unit } = attribute;
      return { ...attribute, label: label ?? key, column: columnOf(key, label, unit) };
    }),
  };
}

/** A name that an import reads as the attribute of this key; with a mark before it where it would be a column of the product's own. */
function columnOf(key: string, label: string | null, unit: string | null): string {
  const reads = (name: string): boolean =>
    attributeKey(name) === key && !/[@()]/.test(name) && name.trim() === name;
  const name = label && reads(label) ? label : key.replace(/^_/, '');
  if (unit) return `${name} (${unit})`;
  return PRODUCT_FIELDS.some((field) => field === name.toLowerCase()) ? `_${name}` : name;
}
