import type { Sequelize } from 'sequelize';
import { textIn, type Texts } from '@fond/core';
import type { ImportReport } from '@fond/contract';
import type { BodyOf, OPERATIONS, ParamsOf } from '@fond/contract/operations';
import {
  BlendModel,
  CampaignModel,
  JobModel,
  PlanModel,
  RedirectModel,
  SavedRangeModel,
  TrialModel,
} from '../database/models';
import { select } from '../database/rows';
import { readSettings } from '../setting/settings';
import type { HeldOperation } from './approval';

type Operations = typeof OPERATIONS;

/** Operations that shoppers see the effect of. */
export type ShownName = {
  [K in keyof Operations]: Operations[K] extends { shown: true } ? K : never;
}[keyof Operations];

/** Says what an operation was asked to do. */
type Saying<N extends ShownName> = (
  params: ParamsOf<N>,
  body: BodyOf<N>,
  sequelize: Sequelize,
) => string | Promise<string>;

const quote = (text: string | null | undefined): string => `“${text ?? '?'}”`;
const titleIn = ({ titles }: { titles: Texts }): string => quote(Object.values(titles)[0]);

const campaign = async ({ id }: { id: string }): Promise<string> =>
  quote((await CampaignModel.findByPk(id))?.name);
const trial = async ({ id }: { id: string }): Promise<string> => quote((await TrialModel.findByPk(id))?.name);
const redirect = async ({ id }: { id: number }): Promise<string> =>
  (await RedirectModel.findByPk(id))?.fromPath ?? '?';
const plans = async (ids: readonly string[]): Promise<string> => {
  const rows = await PlanModel.findAll({ attributes: ['id', 'name'], where: { id: [...ids] } });
  return rows.map(({ name }) => quote(name)).join(', ');
};

async function fieldOf(sequelize: Sequelize, sql: string, id: number | string): Promise<string> {
  const [row] = await select<{ name: string }>(sequelize, sql, [id]);
  return quote(row?.name);
}

/** A setting with its new value, where that is short enough to be said. */
function settingWords([name, value]: [string, unknown]): string {
  if (typeof value === 'boolean') return `${name} ${value ? 'on' : 'off'}`;
  if (value === null) return `${name} none`;
  return typeof value === 'string' ? `${name} ${quote(value)}` : name;
}

/** What a category is called in the shop's own language. */
async function category(sequelize: Sequelize, { id }: { id: number }): Promise<string> {
  const { languages } = await readSettings(sequelize);
  const rows = await select<{ lang: string; title: string }>(
    sequelize,
    'SELECT lang, title FROM category_texts WHERE category_id = ?',
    [id],
  );
  const titles = Object.fromEntries(rows.map(({ lang, title }) => [lang, title]));
  return quote(textIn(titles, languages[0], languages));
}

const importWords = ({ file, created, changed }: ImportReport): string =>
  `take in ${quote(file)}: ${created} new, ${changed} changed`;

const SAYINGS: { readonly [N in ShownName]: Saying<N> } = {
  publishPlans: async (_, body) => `publish ${await plans(body.plans.map(({ id }) => id))}`,
  publishRange: async ({ id }) => `publish the range ${quote((await SavedRangeModel.findByPk(id))?.name)}`,
  publishBlend: async ({ id }) => `publish the blend ${quote((await BlendModel.findByPk(id))?.name)}`,
  saveSearchRules: () => 'change what searches take for the same',
  publishEdition: async ({ number }, body) =>
    body.plans === null
      ? `restore edition ${number}`
      : `restore ${await plans(body.plans)} of edition ${number}`,
  removePlan: async ({ id }, { standing }) =>
    `${standing === 'deleted' ? 'delete' : 'put aside'} ${await plans([id])}`,
  createCampaign: (_, { name, startsLocal }) =>
    `schedule ${quote(name)} from ${startsLocal.replace('T', ', ')}`,
  moveCampaign: async (params) => `change the times of the campaign ${await campaign(params)}`,
  repeatCampaign: async (params, { every, times }) =>
    `schedule the campaign ${await campaign(params)} again, ${every}ly, ${times === 1 ? 'once' : `${times} times`}`,
  endCampaign: async (params) => `end the campaign ${await campaign(params)}`,
  createTrial: async (_, { name, plan, share }) =>
    `try ${await plans([plan.id])} on ${share} of a hundred shoppers as ${quote(name)}`,
  startTrial: async (params) => `begin the trial ${await trial(params)}`,
  endTrial: async (params, { keep }) =>
    `end the trial ${await trial(params)} and ${keep ? `publish its version ${keep + 1}` : 'keep what is live'}`,
  changeAttribute: ({ key }) => `change the attribute ${quote(key)}`,
  showAttributeValues: ({ key }) => `change how shoppers see the values of ${quote(key)}`,
  writeAttributeValue: ({ key }, { value }) => `change what ${quote(value)} of ${quote(key)} is called`,
  saveAisleTexts: ({ of }, body) => `write the texts of the ${of} ${titleIn(body)}`,
  setCategoryPicture: async (params, { sku, source }, sequelize) =>
    source !== undefined
      ? `show ${quote(source)} as the picture of ${await category(sequelize, params)}`
      : sku === null
        ? `take the picture of ${await category(sequelize, params)} away`
        : `show ${sku} as the picture of ${await category(sequelize, params)}`,
  focusCategoryPicture: async (params, _, sequelize) =>
    `move what stays in view of the picture of ${await category(sequelize, params)}`,
  setFeatured: ({ sku }, { featured }) => `${featured ? 'feature' : 'no longer feature'} ${sku}`,
  editProducts: (_, { cells }) => {
    const skus = new Set(cells.map(({ sku }) => sku));
    return `change ${skus.size === 1 ? cells[0].sku : `${skus.size} products`}`;
  },
  undoEdit: async ({ id }, _, sequelize) =>
    `take back: ${await fieldOf(sequelize, 'SELECT said AS name FROM product_edits WHERE id = ?', id)}`,
  bulkEdit: (_, { column, skus }) =>
    `change ${quote(column)} of ${skus ? `${skus.length} products` : 'all products of a filter'}`,
  createCategory: (_, { title }) => `make the category ${quote(title)}`,
  placeCategory: async (params, { slug }, sequelize) =>
    `move the category ${await category(sequelize, params)} to the address “${slug}”`,
  deleteCategory: async (params, _, sequelize) => `delete the category ${await category(sequelize, params)}`,
  createTag: (_, { title }) => `make the tag ${quote(title)}`,
  deleteTag: async ({ id }, _, sequelize) =>
    `delete the tag ${await fieldOf(sequelize, 'SELECT slug AS name FROM tags WHERE id = ?', id)}`,
  createCollection: (_, body) => `make the collection ${titleIn(body)}`,
  saveCollection: (_, body) => `change the collection ${titleIn(body)}`,
  deleteCollection: async ({ id }, _, sequelize) =>
    `delete the collection ${await fieldOf(sequelize, 'SELECT slug AS name FROM collections WHERE id = ?', id)}`,
  createFreePage: (_, { path }) => `show the page at ${path}`,
  saveFreePage: (_, { path, open }) => `${open ? 'show' : 'close'} the page at ${path}`,
  deleteFreePage: async ({ id }, _, sequelize) =>
    `delete the page at ${await fieldOf(sequelize, 'SELECT path AS name FROM free_pages WHERE id = ?', id)}`,
  createRedirect: (_, { from, to }) => `lead ${from} to ${to ?? 'nowhere'}`,
  saveRedirect: (_, { from, to }) => `lead ${from} to ${to ?? 'nowhere'}`,
  deleteRedirect: async (params) => `no longer lead ${await redirect(params)} anywhere`,
  importRedirects: () => 'take in a list of redirects',
  importCatalogue: async (_, { from }) => {
    const report = from === undefined ? null : (await JobModel.findByPk(from))?.report;
    return report ? importWords(report) : 'take in a product file';
  },
  importGroups: (_, { categories, tags, attributes, collections }) =>
    `take over a file of ${categories.length} categories, ${tags.length} tags, ${attributes.length} attributes and ${collections.length} collections`,
  saySearch: ({ sku }) => `say what search engines are told of ${quote(sku)}`,
  describePicture: (_, { source }) => `change the words of the picture ${quote(source)}`,
  linkProducts: ({ sku }, { as, skus }) =>
    `say that ${skus.length} ${skus.length === 1 ? 'product' : 'products'} ${as === 'with' ? 'go well with' : 'may be taken instead of'} ${sku}`,
  decideReviews: (_, { ids, state }) =>
    `${{ standing: 'let', down: 'take down', waiting: 'hold back' }[state]} ${ids.length === 1 ? 'a review' : `${ids.length} reviews`}${state === 'standing' ? ' stand' : ''}`,
  answerReview: (_, { answer }) =>
    answer ? `answer a review: ${quote(answer.slice(0, 80))}` : 'take an answer to a review away',
  takeArchive: () => 'give products the pictures of an archive',
  changeSettings: (_, body) => `change the shop: ${Object.entries(body).map(settingWords).join(', ')}`,
};

/** What is asked for, as the rest of “asks to …”: what whoever approves has to go by. It was held against its schemas. */
export const wordsOf = async (
  sequelize: Sequelize,
  { operation, params, body }: HeldOperation,
): Promise<string> =>
  (SAYINGS[operation as ShownName] as Saying<never>)(params as never, body as never, sequelize);
