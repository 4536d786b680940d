import type { ProductRow, Snapshot } from '@fond/core';
import { composePage, editionFrom, housePlan, type Edition, type PageRequest } from '@fond/core';
import { Random } from '../../server/src/random';
import { spreadOf, spreadRow, timed, timedAsync, type Row, type Spread } from '../measure';
import { generated } from './catalogue';
import { crossfilterPeer } from './crossfilterPeer';
import { mariadbPeer } from './mariadbPeer';
import { oramaPeer } from './oramaPeer';
import { Ours } from './ours';
import type { Peer } from './peer';
import { requests, slowAnswer, type ListingAnswer, type ListingRequest } from './requests';
import { roaringPeer } from './roaringPeer';

const NOW = Date.UTC(2026, 0, 2);
const ASKED = 200;
/** Requests that nobody repeats: of so many the 99th percentile is no longer the first use of an order or a clause. */
const ASKED_ONCE = 2_000;
/** Answers held against the slow reading at each size; at most this many, as it reads every product each time. */
const CHECKED: Readonly<Record<number, number>> = { 10_000: 200, 100_000: 40, 1_000_000: 4 };
/** Prices that change, each with one answer behind it. */
const CHANGES = 20;
/** Where code is warmed before it is measured: another catalogue, so that nothing measured was ever asked. */
const WARMING = { most: 100_000, requests: 300, seed: 99, changes: 5 };

type Make = (rows: Iterable<ProductRow>, url: string) => Peer | Promise<Peer>;

/** Which peers take part at a size, each with as many of the requests as it answers in bearable time. */
const PEERS: readonly { most: number; requests: (size: number) => number; make: Make }[] = process.env.SOLO
  ? []
  : [
      { most: 100_000, requests: () => ASKED, make: (rows) => crossfilterPeer(rows) },
      { most: 1_000_000, requests: () => ASKED, make: (rows) => roaringPeer(rows) },
      { most: 100_000, requests: (size) => (size > 10_000 ? 40 : ASKED), make: (rows) => oramaPeer(rows) },
      { most: 100_000, requests: () => ASKED, make: (rows, url) => mariadbPeer(url, rows) },
    ];

/** The requests' answers by the slow reading, made once a size. */
function expectedAnswers(size: number, asked: readonly ListingRequest[]): ListingAnswer[] {
  const kept = size <= 100_000 ? [...generated(size)] : null;
  return asked.slice(0, CHECKED[size]).map((request) => slowAnswer(kept ?? generated(size), request));
}

const plain = ({ total, counts, wide, numbers, ids }: ListingAnswer, ordered: boolean): string =>
  JSON.stringify([
    total,
    numbers,
    wide,
    Object.entries(counts).map(([key, values]) => [key, Object.entries(values).sort()]),
    ordered ? ids : ids.length,
  ]);

/** Throws where an engine answers otherwise; the order of equals is the engine's own in a peer without a second key. */
async function check(
  peer: Peer,
  asked: readonly ListingRequest[],
  expected: readonly ListingAnswer[],
): Promise<void> {
  const ordered = !peer.name.includes('orama');
  for (const [k, answer] of expected.entries())
    if (plain(await peer.answer(asked[k]), ordered) !== plain(answer, ordered))
      throw new Error(`${peer.name} answers otherwise than the slow reading: ${JSON.stringify(asked[k])}`);
}

interface Measured {
  /** Each request for the first time, most of them in an aisle that nobody asked for yet. */
  once: Spread;
  again: Spread;
  /** One price changes. */
  change: Spread;
  /** The first answer behind it. */
  changed: Spread;
}

const someChange = (random: Random, size: number): [id: number, cents: number] => [
  random.whole(1, size),
  random.whole(300, 40_000),
];

/** The catalogue is as large as the one that is measured, since other code runs on few products than on many. */
async function warm(make: Make, url: string, size: number, share: number): Promise<void> {
  const { most, requests: count, seed, changes } = WARMING;
  const products = Math.min(size, most);
  const peer = await make(generated(products, seed), url);
  const asked = requests(Math.min(count, share), seed);
  const random = new Random(seed);
  for (const request of asked) await peer.answer(request);
  for (let k = 0; k < changes; k++) {
    await peer.reprice(...someChange(random, products));
    await peer.answer(asked[k]);
  }
  await peer.close?.();
}

/** The same for every engine: warmed elsewhere, each request once, all again, then prices that change. */
async function measure(
  make: Make,
  url: string,
  size: number,
  asked: readonly ListingRequest[],
  expected: readonly ListingAnswer[],
): Promise<{ peer: Peer; measured: Measured }> {
  await warm(make, url, size, asked.length < ASKED ? asked.length : WARMING.requests);
  globalThis.gc?.();
  const peer = await make(generated(size), url);
  globalThis.gc?.();
  const pass = async (): Promise<number[]> => {
    const times: number[] = [];
    for (const request of asked) times.push(await timedAsync(async () => void (await peer.answer(request))));
    return times;
  };
  const once = spreadOf(await pass());
  const again = spreadOf([...(await pass()), ...(await pass())]);
  await check(peer, asked, expected.slice(0, asked.length));
  const random = new Random(size);
  const change: number[] = [];
  const changed: number[] = [];
  for (let k = 0; k < CHANGES; k++) {
    const [id, cents] = someChange(random, size);
    change.push(await timedAsync(async () => peer.reprice(id, cents)));
    changed.push(await timedAsync(async () => void (await peer.answer(asked[k]))));
  }
  return { peer, measured: { once, again, change: spreadOf(change), changed: spreadOf(changed) } };
}

const AIMS: Readonly<Record<number, string>> = {
  100_000: 'median ≤ 1.5 ms',
  1_000_000: 'median < 6 ms, p99 < 40 ms',
};

const KINDS: readonly [keyof Measured, string][] = [
  ['once', 'each request once'],
  ['again', 'the same again'],
  ['change', 'one price changes'],
  ['changed', 'the first answer behind a change'],
];

/** The engine beside its peers on the same requests, all held against the slow reading. */
export async function engineRows(size: number, url: string): Promise<Row[]> {
  const asked = requests(ASKED, 23);
  const expected = expectedAnswers(size, asked);
  const rows: Row[] = [];
  let built = 0;
  const making = timed(() => {
    for (const row of generated(size)) void row;
  });
  const { peer, measured: own } = await measure(
    (generatedRows) => {
      let ours!: Ours;
      built = timed(() => (ours = Ours.of(generatedRows))) - making;
      return ours;
    },
    url,
    size,
    asked,
    expected,
  );
  const ours = peer as Ours;
  for (const [kind, words] of KINDS)
    rows.push(
      spreadRow(`${size} products, engine, ${words}`, own[kind], kind === 'again' ? AIMS[size] : undefined),
    );
  rows.push({
    what: `${size} products, engine: columns, postings, rows and orders`,
    figure: `${ours.megabytes().toFixed(0)} MB, built in ${(built / 1000).toFixed(1)} s`,
    aim: size === 1_000_000 ? '350 MB, 20 s' : undefined,
    values: { megabytes: ours.megabytes(), seconds: built / 1000 },
  });
  rows.push(...pageRows(size, ours.snapshot, asked));
  for (const { most, requests: share, make } of PEERS) {
    if (size > most) continue;
    const some = asked.slice(0, share(size));
    const { peer: other, measured } = await measure(make, url, size, some, expected);
    await other.close?.();
    for (const [kind, words] of KINDS) {
      const row = spreadRow(
        `${size} products, ${other.name}, ${words} (${some.length} requests)`,
        measured[kind],
      );
      const ratio = measured[kind].median / own[kind].median;
      const worst = measured[kind].p99 / own[kind].p99;
      rows.push({
        ...row,
        figure: `${row.figure}; the engine's median × ${ratio.toFixed(1)}, its p99 × ${worst.toFixed(1)}`,
        values: { ...row.values, ratio, worst },
      });
    }
    process.stderr.write(`  ${other.name}: done\n`);
  }
  return rows;
}

/** Many requests, each asked once of an engine that has just been built. */
export async function onceRows(size: number): Promise<Row[]> {
  const make = (rows: Iterable<ProductRow>): Ours => Ours.of(rows);
  await warm(make, '', size, WARMING.requests);
  const ours = make(generated(size));
  globalThis.gc?.();
  const times = requests(ASKED_ONCE, 23).map((request) => timed(() => void ours.answer(request)));
  return [spreadRow(`${size} products, engine, ${ASKED_ONCE} requests, each once`, spreadOf(times))];
}

/** The same requests as whole pages: with links, labels and cards. */
function pageRows(size: number, snapshot: Snapshot, asked: readonly ListingRequest[]): Row[] {
  const edition: Edition = editionFrom(1, {
    documents: [housePlan(snapshot, 'House plan')],
    ranges: [],
    blends: [],
  });
  const pages = asked.map(({ path, values, numbers, page }): PageRequest => ({
    path: `/${path ?? ''}`,
    parameters: {
      ...Object.fromEntries(Object.entries(values).map(([key, list]) => [key, list.join()])),
      ...Object.fromEntries(Object.entries(numbers).map(([key, span]) => [key, span.join('..')])),
      page: String(page),
    },
    matches: null,
    now: NOW,
  }));
  const pass = (): number[] =>
    pages.map((request) => timed(() => void composePage(snapshot, edition, request)));
  const once = pass();
  const what = `${size} products, engine: whole page models with links and cards`;
  return [
    spreadRow(`${what}, each once`, spreadOf(once)),
    spreadRow(`${what}, again`, spreadOf([...pass(), ...pass()])),
  ];
}
