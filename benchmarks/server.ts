import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { promisify } from 'node:util';
import { gzipSync } from 'node:zlib';
import { writeCsv } from './catalogue';
import { spreadOf, spreadRow, timedAsync, type Row } from './measure';

export const ROOT = path.resolve(import.meta.dirname, '..');
const run = promisify(execFile);

export interface Running {
  url: string;
  pid: number;
  /** Milliseconds from the start of the process to the first page. */
  ready: number;
  stop: () => Promise<void>;
}

export const environmentOf = (folder: string, port: number, demo: boolean): NodeJS.ProcessEnv => ({
  ...process.env,
  FOND_DATA: folder,
  FOND_PORT: String(port),
  FOND_DB_PORT: '0',
  FOND_DEMO: demo ? '1' : '0',
  FOND_LOG: 'error',
});

/** @param database The address of a MariaDB that runs already; without one the application starts its own. */
export async function startApplication(folder: string, demo: boolean, database?: string): Promise<Running> {
  const port = await new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const found = (probe.address() as AddressInfo).port;
      probe.close(() => resolve(found));
    });
  });
  const started = performance.now();
  const child: ChildProcess = spawn(
    process.execPath,
    ['--max-semi-space-size=32', '--import', 'tsx', 'server/src/start.ts', '--quiet'],
    {
      cwd: ROOT,
      env: { ...environmentOf(folder, port, demo), ...(database && { FOND_DB_URL: database }) },
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  );
  const url = `http://127.0.0.1:${port}`;
  for (;;) {
    const page = await fetch(`${url}/shop`).catch(() => null);
    if (page?.ok) break;
    if (child.exitCode !== null) throw new Error('The application did not start.');
    await delay(25);
  }
  return {
    url,
    pid: child.pid!,
    ready: performance.now() - started,
    stop: async () => {
      const ended = once(child, 'exit');
      child.kill('SIGTERM');
      await ended;
    },
  };
}

async function residentMegabytes(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8');
  return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024;
}

const page = async (url: string): Promise<void> => {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url} answered ${answer.status}`);
  await answer.arrayBuffer();
};

/** What asking costs by itself: the same packed page from a bare server in a process of its own. */
async function bareTimes(kept: string): Promise<number[]> {
  const packed = gzipSync(await (await fetch(kept)).text());
  const script = `require('node:http').createServer((request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/html', 'Content-Encoding': 'gzip' });
    response.end(Buffer.from('${packed.toString('base64')}', 'base64'));
  }).listen(0, '127.0.0.1', function () { process.send(this.address().port); });`;
  const child = spawn(process.execPath, ['-e', script], { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] });
  const [port] = (await once(child, 'message')) as [number];
  const address = `http://127.0.0.1:${port}/`;
  for (let n = 0; n < 200; n++) await page(address);
  const times: number[] = [];
  for (let n = 0; n < 400; n++) times.push(await timedAsync(() => page(address)));
  child.kill();
  return times;
}

/** Start with an existing database, pages uncached and cached, on the demo shop. */
export async function demoRows(folder: string): Promise<Row[]> {
  const first = await startApplication(folder, true);
  await first.stop();
  const second = await startApplication(folder, true);
  const rows: Row[] = [
    {
      what: 'start with an existing database to the first page',
      figure: `${(second.ready / 1000).toFixed(2)} s`,
      aim: '< 6 s',
      values: { seconds: second.ready / 1000 },
    },
  ];
  const addresses = Array.from(
    { length: 160 },
    (_, n) =>
      `${second.url}/shop/cookware?order=${['newest', 'price', 'name', 'rating'][n % 4]}&page=${1 + (Math.floor(n / 4) % 7)}&price=${n}..400`,
  );
  for (const address of addresses.slice(0, 60)) await page(address);
  const uncached: number[] = [];
  for (const address of addresses.slice(60)) uncached.push(await timedAsync(() => page(address)));
  rows.push(spreadRow('server-rendered page, not in the cache', spreadOf(uncached), '< 40 ms'));
  const kept = `${second.url}/shop/cookware`;
  for (let n = 0; n < 200; n++) await page(kept);
  const cached: number[] = [];
  for (let n = 0; n < 400; n++) cached.push(await timedAsync(() => page(kept)));
  rows.push(spreadRow('server-rendered page, cached', spreadOf(cached), '< 3 ms'));
  rows.push(
    spreadRow('the same bytes from a server that does nothing else', spreadOf(await bareTimes(kept))),
  );
  await second.stop();
  return rows;
}

/** Reads a product file into the data folder of a shop that is not running. */
export async function importFromFile(folder: string, file: string): Promise<void> {
  await run(process.execPath, ['--import', 'tsx', 'server/src/importFile.ts', file], {
    cwd: ROOT,
    env: environmentOf(folder, 0, false),
    maxBuffer: 64 * 1_048_576,
  });
}

/** A server of 100,000 products: its memory after it has served. */
export async function largeRows(count: number): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  try {
    const file = path.join(folder, 'large.csv');
    await writeCsv(file, count);
    await importFromFile(folder, file);
    const server = await startApplication(folder, false);
    const uncached: number[] = [];
    for (let n = 0; n < 60; n++)
      uncached.push(
        await timedAsync(() => page(`${server.url}/shop/cookware?price=${n}..300&material=copper`)),
      );
    await page(`${server.url}/shop/search?q=copper`);
    const memory = await residentMegabytes(server.pid);
    await server.stop();
    return [
      {
        what: `server of ${count} products: start to the first page`,
        figure: `${(server.ready / 1000).toFixed(1)} s`,
        values: { seconds: server.ready / 1000 },
      },
      spreadRow(`server of ${count} products: page not in the cache`, spreadOf(uncached.slice(20))),
      {
        what: `server of ${count} products: memory, search index included`,
        figure: `${memory.toFixed(0)} MB`,
        aim: '< 700 MB',
        values: { megabytes: memory },
      },
    ];
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A product file of so many lines, in a process of its own: new, and again with nothing changed. */
async function importOf(lines: number, aim?: string): Promise<Row[]> {
  const { stdout } = await run(
    process.execPath,
    ['--import', 'tsx', 'benchmarks/importing.ts', String(lines)],
    { cwd: ROOT },
  );
  const { count, first, again, peak } = JSON.parse(stdout) as {
    count: number;
    first: number;
    again: number;
    peak: number;
  };
  const rate = count / first;
  return [
    {
      what: `import of ${count} products`,
      figure: `${first.toFixed(1)} s, ${rate.toFixed(0)} a second, peak ${peak.toFixed(0)} MB`,
      ...(aim !== undefined && { aim }),
      values: { seconds: first, rate, megabytes: peak },
    },
    {
      what: `the same file of ${count} again, nothing changed`,
      figure: `${again.toFixed(1)} s`,
      values: { seconds: again },
    },
  ];
}

export const importRows = async (): Promise<Row[]> => [
  ...(await importOf(20_000, '< 60 s, < 400 MB')),
  ...(await importOf(200_000)),
];
