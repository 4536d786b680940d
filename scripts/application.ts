import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';

const ROOT = path.resolve(import.meta.dirname, '..');
const STARTING_LIMIT = 120_000;

export interface RunningApplication {
  baseUrl: string;
  stop: () => Promise<void>;
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });

/** The whole application as `npm start` runs it, with a throw-away folder and the demo shop. */
export async function runApplication(): Promise<RunningApplication> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-app-'));
  const port = await freePort();
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/start.ts', '--quiet', '--lived'], {
    cwd: ROOT,
    env: {
      ...process.env,
      FOND_DATA: folder,
      FOND_PORT: String(port),
      FOND_DB_PORT: '0',
      FOND_LOG: 'warn',
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const baseUrl = `http://127.0.0.1:${port}`;
  const limit = Date.now() + STARTING_LIMIT;
  for (;;) {
    const ready = await fetch(`${baseUrl}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (ready) break;
    if (child.exitCode !== null || Date.now() > limit) throw new Error('The application did not start.');
    await delay(100);
  }
  return {
    baseUrl,
    stop: async () => {
      const ended = once(child, 'exit');
      child.kill('SIGTERM');
      await ended;
      await rm(folder, { recursive: true, force: true });
    },
  };
}
