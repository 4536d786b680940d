import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { CATALOGUE } from './migrations/001-catalogue';
import { DESK } from './migrations/002-desk';
import { RANGES } from './migrations/003-ranges';
import { COLLECTIONS } from './migrations/004-collections';
import { LIFE_OF_PLANS } from './migrations/005-lifeOfPlans';
import { PEOPLE } from './migrations/006-people';
import { REDIRECTS } from './migrations/007-redirects';
import { FREE_PAGES } from './migrations/009-freePages';
import { PICTURE_FOCUS } from './migrations/010-pictureFocus';
import { CARTS } from './migrations/011-carts';
import { EDITION_SUMMARIES } from './migrations/008-editionSummaries';

/** Steps that build the database, oldest first; a step that has run somewhere is never edited again. */
const STEPS: readonly { name: string; statements: readonly string[] }[] = [
  { name: '001-catalogue', statements: CATALOGUE },
  { name: '002-desk', statements: DESK },
  { name: '003-ranges', statements: RANGES },
  { name: '004-collections', statements: COLLECTIONS },
  { name: '005-life-of-plans', statements: LIFE_OF_PLANS },
  { name: '006-people', statements: PEOPLE },
  { name: '007-redirects', statements: REDIRECTS },
  { name: '008-edition-summaries', statements: EDITION_SUMMARIES },
  { name: '009-free-pages', statements: FREE_PAGES },
  { name: '010-picture-focus', statements: PICTURE_FOCUS },
  { name: '011-carts', statements: CARTS },
];

/** Brings the database up to date; answers with the names of the steps that ran. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug<QueryInterface>({
    migrations: STEPS.map(({ name, statements }) => ({
      name,
      up: async ({ context }) => {
        for (const statement of statements) await context.sequelize.query(statement);
      },
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations', modelName: 'Migration' }),
    logger: undefined,
  });
  return (await umzug.up()).map((step) => step.name);
}
