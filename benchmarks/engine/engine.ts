import type { ProductRow, Snapshot } from '@fond/core';
import { composePage, editionFrom, housePlan, type Edition, type PageRequest } from '@fond/core';
import { spreadOf, spreadRow, timed, timedAsync, type Row, type Spread } from '../measure';
import { generated } from './catalogue';
import { mariadbPeer } from './mariadbPeer';
import { Ours } from './ours';
import { crossfilterPeer, oramaPeer, roaringPeer, type Peer } from './peers';
import { requests, slowAnswer, type ListingAnswer, type ListingRequest } from './requests';

const NOW = Date.UTC(2026, 0, 2);
/** Answers held against the slow reading at each size; at most this many, as it reads every product each time. */
const CHECKED: Readonly<Record<number, number>> = { 10_000: 200, 100_000: 40, 1_000_000: 4 };
const millis = (milliseconds: number): string =>
  milliseconds < 10 ? milliseconds.toFixed(3) : milliseconds.toFixed(1);

/** Which peers take part at a size, each with as many of the requests as it answers in bearable time. */
const PEERS: readonly {
  most: number;
  requests: (size: number) => number;
  make: (rows: () => Iterable<ProductRow>, url: string) => Peer | Promise<Peer>;
}[] = [
  { most: 100_000, requests: () => 200, make: (rows) => crossfilterPeer(rows()) },
  { most: 1_000_000, requests: () => 200, make: (rows) => roaringPeer(rows()) },
  { most: 100_000, requests: (size) => (size > 10_000 ? 40 : 200), make: (rows) => oramaPeer(rows()) },
  { most: 100_000, requests: () => 200, make: (rows, url) => mariadbPeer(url, rows()) },
];

/** The requests' answers by the slow reading, made once a size. */
function expectedAnswers(size: number, asked: readonly ListingRequest[]): ListingAnswer[] {
  const kept = size <= 100_000 ? [...generated(size)] : null;
  return asked.slice(0, CHECKED[size]).map((request) => slowAnswer(kept ?? generated(size), request));
}

const plain = (answer: ListingAnswer, ids: boolean): string =>
  JSON.stringify([
    answer.total,
    answer.priced,
    Object.entries(answer.counts).map(([key, counts]) => [
      key,
      Object.entries(counts)
        .filter(([, n]) => n)
        .sort(),
    ]),
    ids ? answer.ids : answer.ids.length,
  ]);

/** Throws where an engine answers otherwise; the order of equals is the engine's own in a peer without a second key. */
async function check(
  peer: Peer,
  asked: readonly ListingRequest[],
  expected: readonly ListingAnswer[],
): Promise<void> {
  const ids = !peer.name.includes('orama');
  for (const [k, answer] of expected.entries())
    if (plain(await peer.answer(asked[k]), ids) !== plain(answer, ids))
      throw new Error(`${peer.name} answers otherwise than the slow reading: ${JSON.stringify(asked[k])}`);
}

async function measure(peer: Peer, asked: readonly ListingRequest[]): Promise<Spread> {
  for (const request of asked.slice(0, 20)) await peer.answer(request);
  const times: number[] = [];
  for (const request of asked) times.push(await timedAsync(async () => void (await peer.answer(request))));
  return spreadOf(times);
}

function measureOurs(ours: Ours, asked: readonly ListingRequest[]): Spread {
  const run = (): number[] => asked.map((request) => timed(() => void ours.answer(request)));
  // As in a server that has been answering for a while: the first thousand run before they are compiled for good.
  for (let warm = 0; warm < 5; warm++) run();
  return spreadOf([...run(), ...run(), ...run()]);
}

const AIMS: Readonly<Record<number, string>> = {
  100_000: 'median ≤ 1.5 ms; ≤ 1/150 of crossfilter2, ≤ 1/300 of MariaDB, below roaring',
  1_000_000: 'median < 6 ms, p99 < 40 ms',
};

/** The engine beside its peers on the same 200 requests, all held against the slow reading first. */
export async function engineRows(size: number, url: string): Promise<Row[]> {
  const asked = requests();
  const rows: Row[] = [];
  let ours!: Ours;
  const making = timed(() => {
    for (const row of generated(size)) void row;
  });
  const built = timed(() => (ours = new Ours(generated(size)))) - making;
  const expected = expectedAnswers(size, asked);
  await check(ours, asked, expected);
  const own = measureOurs(ours, asked);
  rows.push(spreadRow(`${size} products, engine: range, selections, all counts, page`, own, AIMS[size]));
  rows.push({
    what: `${size} products, engine: columns, postings, rows and orders`,
    figure: `${ours.megabytes().toFixed(0)} MB, built in ${(built / 1000).toFixed(1)} s`,
    aim: size === 1_000_000 ? '350 MB, 20 s' : undefined,
    values: { megabytes: ours.megabytes(), seconds: built / 1000 },
  });
  rows.push(pageRow(size, ours.snapshot, asked));
  for (const { most, requests: share, make } of PEERS) {
    if (size > most) continue;
    const peer = await make(() => generated(size), url);
    const some = asked.slice(0, share(size));
    await check(peer, some, expected.slice(0, some.length));
    const spread = await measure(peer, some);
    await peer.close?.();
    const row = spreadRow(`${size} products, ${peer.name} (${some.length} requests)`, spread);
    rows.push({
      ...row,
      figure: `${row.figure}; the engine's median × ${(spread.median / own.median).toFixed(0)}`,
      values: { ...row.values, ratio: spread.median / own.median },
    });
    process.stderr.write(`  ${peer.name}: ${millis(spread.median)} ms\n`);
  }
  return rows;
}

/** The same requests as whole pages: with links, labels and cards. */
function pageRow(size: number, snapshot: Snapshot, asked: readonly ListingRequest[]): Row {
  const edition: Edition = editionFrom(1, { documents: [housePlan(snapshot, 'House plan')], ranges: [] });
  const pages = asked.map(({ path, values, price, page }): PageRequest => ({
    path: `/${path ?? ''}`,
    parameters: {
      ...Object.fromEntries(Object.entries(values).map(([key, list]) => [key, list.join()])),
      ...(price && { price: price.join('..') }),
      page: String(page),
    },
    matches: null,
    now: NOW,
  }));
  const run = (): number[] =>
    pages.map((request) => timed(() => void composePage(snapshot, edition, request)));
  run();
  return spreadRow(
    `${size} products, engine: the same as whole page models with links and cards`,
    spreadOf([...run(), ...run()]),
  );
}
