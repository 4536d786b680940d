import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import {
  aislesOf,
  choosePlan,
  housePlan,
  resolveAll,
  SnapshotBuilder,
  type AisleMap,
  type CatalogueFrame,
  type PlanDocument,
} from '@fond/core';
import { connect } from '../server/src/database/connect';
import { migrate } from '../server/src/database/migrate';
import { defineModels } from '../server/src/database/models';
import { startDatabase } from '../server/src/database/process';
import { publish, publishAgain, publishBeneath } from '../server/src/edition/editions';
import { addUser } from '../server/src/person/users';
import { manyCategories } from './engine/catalogue';
import { spreadOf, spreadRow, timed, timedAsync, type Row } from './measure';

const AISLES = 20_000;
const PLANS = 2_000;
const CHAIN = 8;

/** A shop of many categories, five levels deep. */
function frameOf(count: number): CatalogueFrame {
  return {
    languages: ['en'],
    shopTitles: { en: 'Generated shop' },
    shopDescriptions: {},
    attributes: [],
    categories: manyCategories(count),
    tags: [],
    collections: [],
  };
}

/** Plans in chains of eight, the house plan below all: each serves a category with all below it and differs by its gap. */
function plansOf(frame: CatalogueFrame): PlanDocument[] {
  const house = housePlan(new SnapshotBuilder(frame).finish(1), 'House plan');
  const documents: PlanDocument[] = [house];
  for (let n = 1; n < PLANS; n++) {
    const set = (value: number) => ({ set: value });
    documents.push({
      id: `plan-${n}`,
      name: `Plan ${n}`,
      reach: { include: [{ kind: 'category', category: 1 + ((n * 7) % AISLES), below: true }], exclude: [] },
      kind: 'page',
      rank: 0,
      base: n % (CHAIN - 1) === 1 ? house.id : `plan-${n - 1}`,
      own: {
        at: {
          fixtures: {
            items: { shelf: { at: { gap: set(n % 60) } } },
            added: [],
            moved: [],
            removed: [],
          },
        },
      },
    });
  }
  return documents;
}

/** The floor's answer: for every aisle the winner, the others and those that leave it out. */
function wholeMap(plans: ReturnType<typeof resolveAll>, aisles: AisleMap): number {
  let reasons = 0;
  for (const aisle of aisles.all) {
    const { others, disputed, leftOut } = choosePlan(plans, aisle);
    reasons += 1 + others.length + disputed.length + leftOut.length;
  }
  return reasons;
}

/** Two thousand plans in chains over twenty thousand aisles. */
export async function planRows(): Promise<Row[]> {
  const frame = frameOf(AISLES);
  const aisles = aislesOf(frame);
  const documents = plansOf(frame);
  const filling = spreadOf(Array.from({ length: 10 }, () => timed(() => void resolveAll(documents))));
  const plans = resolveAll(documents);
  choosePlan(plans, aisles.all[0]);
  const single = spreadOf(
    aisles.all.slice(0, 5_000).map((aisle) => timed(() => void choosePlan(plans, aisle)) * 1000),
  );
  // A fresh list each time, so that the map is compiled anew as well.
  const whole = spreadOf(Array.from({ length: 10 }, () => timed(() => void wholeMap([...plans], aisles))));
  return [
    {
      what: `${PLANS} plans in chains of ${CHAIN}, ${AISLES} aisles: plan of one aisle after compiling`,
      figure: `median ${single.median.toFixed(1)} · p99 ${single.p99.toFixed(1)} µs`,
      aim: '< 50 µs',
      values: { ...single },
    },
    spreadRow('the same: full map with reasons, compiling included', whole, '< 300 ms'),
    spreadRow('the same: all plans filled in from their bases', filling),
    ...(await publicationRows(documents)),
  ];
}

async function publicationRows(documents: readonly PlanDocument[]): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  const database = await startDatabase(folder, 0, pino({ level: 'error' }));
  const sequelize = connect(database.url);
  try {
    defineModels(sequelize);
    await migrate(sequelize);
    const { id: userId } = await addUser('Bench', 'bench@pellmere.example', 'long-enough-1');
    const layers = { beneath: { documents, ranges: [], blends: [] }, campaigns: [], trials: [] };
    await sequelize.transaction((transaction) =>
      publish({ layers, note: 'All of them', userId }, transaction),
    );
    const publishing: number[] = [];
    const rollingBack: number[] = [];
    for (let n = 0; n < 20; n++) {
      publishing.push(
        await timedAsync(() =>
          publishBeneath(
            sequelize,
            (live) =>
              Promise.resolve({
                documents: live.documents.map((document) =>
                  document.id === 'plan-5' ? { ...document, name: `Plan five, ${n}` } : document,
                ),
                ranges: live.ranges,
                blends: live.blends,
                note: 'One plan',
              }),
            userId,
          ),
        ),
      );
      rollingBack.push(await timedAsync(() => publishAgain(sequelize, 1, { note: '', plans: null }, userId)));
    }
    return [
      spreadRow('the same: publish one plan', spreadOf(publishing), '< 500 ms'),
      spreadRow('the same: roll back', spreadOf(rollingBack), '< 500 ms'),
    ];
  } finally {
    await sequelize.close();
    await database.stop();
    await rm(folder, { recursive: true, force: true });
  }
}
