import type { Sequelize } from 'sequelize';
import type { ArchiveMatch, CellEdit, ImportError, Job } from '@fond/contract';
import { titleInShop, type Snapshot } from '@fond/core';
import type { Uploads } from '../../catalogue/import/upload';
import { inUnit } from '../../database/unit';
import { BrokenOff, type Jobs } from '../../job/jobs';
import { emptyReport } from '../../job/report';
import { keepPictureAs } from '../../picture/library';
import type { PictureStore } from '../../picture/pictures';
import { faultIn, MAX_PICTURE_MEGABYTES } from '../../picture/uploadPicture';
import type { ServingHost } from '../../serving/servingHost';
import { readStored } from '../../catalogue/import/stored';
import { writeCells } from '../writeCells';
import { Archive } from './archive';
import { isPictureName, matchFiles, USUAL_PATTERN, type NamedFile } from './archiveNames';

const SHOWN = 60;
/** Products whose pictures are written as one edit, which is taken back as one. */
const TOGETHER = 50;

/** How the files of an archive that was kept match products. */
export async function matchArchive(
  snapshot: Snapshot,
  uploads: Uploads,
  id: string,
  pattern: string = USUAL_PATTERN,
): Promise<ArchiveMatch> {
  const archive = await Archive.open(await uploads.placeOf(id));
  const files = archive.files;
  await archive.close();
  const pictures = files.filter(isPictureName);
  const { matches, unmatched } = matchFiles(pictures, pattern, snapshot.skus);
  const places = new Map(snapshot.skus.map((sku, place) => [sku, place]));
  const titleOf = (sku: string): string => titleInShop(snapshot, snapshot.titles[places.get(sku)!]);
  return {
    id,
    pattern,
    pictures: pictures.length,
    others: files.length - pictures.length,
    matched: matches.length,
    products: new Set(matches.map(({ sku }) => sku)).size,
    matches: matches.slice(0, SHOWN).map((one) => ({ ...one, title: titleOf(one.sku) })),
    unmatched: unmatched.slice(0, SHOWN),
  };
}

interface Wish {
  pattern: string;
  add: 'behind' | 'instead';
}

/** Gives products the pictures of an archive, as a job; each slice of products is an edit that can be taken back. */
export async function takeArchive(
  { sequelize, host, uploads, pictures, jobs }: ArchiveServices,
  id: string,
  { pattern, add }: Wish,
  userId: number,
): Promise<Job> {
  const place = await uploads.placeOf(id);
  const { skus } = host.serving().snapshot;
  return jobs.start(userId, 'pictures', async (progress, stop) => {
    const started = performance.now();
    const archive = await Archive.open(place);
    const { matches } = matchFiles(archive.files.filter(isPictureName), pattern, skus);
    const faults: ImportError[] = [];
    let products = 0;
    let done = 0;
    try {
      for (const slice of slicesOf(matches)) {
        if (stop.aborted) break;
        const names = new Map<string, string[]>();
        for (const { file, sku } of slice) {
          try {
            const content = await archive.read(file, MAX_PICTURE_MEGABYTES * 1_048_576);
            const { source } = await keepPictureAs(sequelize, pictures, file, content, userId);
            names.set(sku, [...(names.get(sku) ?? []), source]);
          } catch (error) {
            faults.push({ line: done + 1, sku, column: file.slice(-200), message: faultIn(error) });
          }
          progress({ step: 'Bringing pictures in', done: ++done, total: matches.length });
        }
        products += names.size;
        await give(sequelize, names, add, userId);
      }
    } finally {
      await archive.close();
    }
    // What is here already is followed like any other change.
    if (stop.aborted) throw new BrokenOff();
    await host.catchUp({ whatever: true });
    const report = {
      ...emptyReport('An archive of pictures', false),
      rows: matches.length,
      created: matches.length - faults.length,
      changed: products,
      errors: faults.slice(0, 200),
      errorCount: faults.length,
      faultyLines: faults.length,
      leftOut: true,
      milliseconds: Math.round(performance.now() - started),
    };
    return { report, faults };
  });
}

interface ArchiveServices {
  sequelize: Sequelize;
  host: ServingHost;
  uploads: Uploads;
  pictures: PictureStore;
  jobs: Jobs;
}

/** Files of some products at a time; none of a product is in two of them. */
function* slicesOf(matches: readonly NamedFile[]): Generator<NamedFile[]> {
  let slice: NamedFile[] = [];
  let skus = 0;
  for (const [at, match] of matches.entries()) {
    if (at === 0 || matches[at - 1].sku !== match.sku) skus++;
    if (skus > TOGETHER) {
      yield slice;
      slice = [];
      skus = 1;
    }
    slice.push(match);
  }
  if (slice.length) yield slice;
}

const give = (
  sequelize: Sequelize,
  names: ReadonlyMap<string, readonly string[]>,
  add: Wish['add'],
  userId: number,
): Promise<unknown> =>
  inUnit(sequelize, async (transaction) => {
    // Who was deleted meanwhile has no pictures.
    const stored = await readStored(sequelize, [...names.keys()], transaction);
    const cells: CellEdit[] = [...stored].map(([sku, { lists }]) => {
      const before = add === 'behind' ? lists.images.map(String) : [];
      const value = [...new Set([...before, ...names.get(sku)!])].join('|');
      return { sku, column: 'image', value, seen: null };
    });
    if (cells.length) await writeCells(sequelize, cells, { userId, undoes: null }, true, transaction);
  });
