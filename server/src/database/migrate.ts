import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { connectPatiently } from './connect';
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
import { GROUND } from './migrations/012-ground';
import { IMPORTS } from './migrations/013-imports';
import { APPROVAL } from './migrations/014-approval';
import { PLAN_KIND } from './migrations/015-planKind';
import { EDITS } from './migrations/016-edits';
import { FILES_IN } from './migrations/017-filesIn';
import { FEED } from './migrations/018-feed';
import { SEARCH_WORDS } from './migrations/019-searchWords';
import { LINKS } from './migrations/020-links';
import { DESIGNS } from './migrations/021-designs';
import { FONTS } from './migrations/022-fonts';
import { BLENDS } from './migrations/023-blends';
import { VALUE_SHOW } from './migrations/024-valueShow';
import { SHARED_CHANGES } from './migrations/025-sharedChanges';
import { PUT_OFF_FINDINGS } from './migrations/026-putOffFindings';
import { FIGURES } from './migrations/027-figures';
import { TRIALS } from './migrations/028-trials';
import { NOTES } from './migrations/029-notes';
import { LOOKS } from './migrations/030-looks';
import { EARNED_FIGURES } from './migrations/031-earned';
import { PAGE_DAYS } from './migrations/032-pageDays';
import { HEAVY_PICTURES } from './migrations/033-heavyPictures';

/**
 * Steps that build the database, oldest first; what a step leaves behind is never changed again once it has run
 * somewhere. Statements of this kind can't be taken back, so each of them does nothing where it has run already: a step
 * that was broken off is begun anew.
 */
export const STEPS: readonly { name: string; statements: readonly string[] }[] = [
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
  { name: '012-ground', statements: GROUND },
  { name: '013-imports', statements: IMPORTS },
  { name: '014-approval', statements: APPROVAL },
  { name: '015-plan-kind', statements: PLAN_KIND },
  { name: '016-edits', statements: EDITS },
  { name: '017-filesIn', statements: FILES_IN },
  { name: '018-feed', statements: FEED },
  { name: '019-searchWords', statements: SEARCH_WORDS },
  { name: '020-links', statements: LINKS },
  { name: '021-designs', statements: DESIGNS },
  { name: '022-fonts', statements: FONTS },
  { name: '023-blends', statements: BLENDS },
  { name: '024-value-show', statements: VALUE_SHOW },
  { name: '025-shared-changes', statements: SHARED_CHANGES },
  { name: '026-put-off-findings', statements: PUT_OFF_FINDINGS },
  { name: '027-figures', statements: FIGURES },
  { name: '028-trials', statements: TRIALS },
  { name: '029-notes', statements: NOTES },
  { name: '030-looks', statements: LOOKS },
  { name: '031-earned', statements: EARNED_FIGURES },
  { name: '032-page-days', statements: PAGE_DAYS },
  { name: '033-heavy-pictures', statements: HEAVY_PICTURES },
];

/** How long one server waits for another one that makes the database ready, in seconds. */
const MAX_WAIT = 300;

/**
 * Makes a database ready as the only one who does so: a server that is started beside another one waits until that one
 * is done. The lock goes with its connection, so that of a killed server opens by itself.
 */
export async function whileNobodyElsePrepares<T>(sequelize: Sequelize, work: () => Promise<T>): Promise<T> {
  const lock = `fond-aisle ${sequelize.getDatabaseName()}`.slice(0, 64);
  const patient = connectPatiently(sequelize);
  const holder = await patient.transaction();
  try {
    const [row] = await patient.query<{ held: number | null }>('SELECT GET_LOCK(?, ?) AS held', {
      type: QueryTypes.SELECT,
      replacements: [lock, MAX_WAIT],
      transaction: holder,
    });
    if (row?.held !== 1)
      throw new Error(
        'Another server has been making this database ready for five minutes. Look at its log.',
      );
    return await work();
  } finally {
    await holder.rollback().catch(() => undefined);
    await patient.close();
  }
}

/** Brings the database up to date; answers with the names of the steps that ran. */
export async function migrate(served: Sequelize): Promise<string[]> {
  const sequelize = connectPatiently(served);
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
  try {
    return (await umzug.up()).map((step) => step.name);
  } finally {
    await sequelize.close();
  }
}
