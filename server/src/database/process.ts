import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { chmod, mkdir, mkdtemp, readFile, rename, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { promisify } from 'node:util';
import type { Logger } from 'pino';
import { createConnection } from 'mariadb';

const run = promisify(execFile);
const DATABASE = 'fond';
const STARTING_LIMIT = 60_000;
/** Debian puts mariadbd into /usr/sbin, which not every PATH names. */
const environment = { ...process.env, PATH: `${process.env['PATH'] ?? ''}:/usr/sbin:/usr/bin` };

export interface DatabaseProcess {
  url: string;
  /** The running server's process id; changes when it had to be started again. */
  pid: () => number | undefined;
  stop: () => Promise<void>;
}

/** Whether nothing listens on the port of this host. */
export async function portIsFree(port: number, host: string): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer()
      .once('error', () => resolve(false))
      .listen(port, host, () => probe.close(() => resolve(true)));
  });
}

async function freePort(wanted: number): Promise<number> {
  if (wanted !== 0 && (await portIsFree(wanted, '127.0.0.1'))) return wanted;
  return new Promise((resolve, reject) => {
    const probe = createServer()
      .once('error', reject)
      .listen(0, '127.0.0.1', () => {
        const address = probe.address();
        probe.close(() =>
          address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port')),
        );
      });
  });
}

/** Under another name until it is whole: one that was left half made, as by a power cut, is made anew. */
async function makeDatabase(data: string, temporary: string): Promise<void> {
  const unfinished = `${data}.unfinished`;
  await rm(unfinished, { recursive: true, force: true });
  await mkdir(unfinished, { recursive: true });
  await run(
    'mariadb-install-db',
    [
      '--no-defaults',
      '--user=root',
      `--datadir=${unfinished}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      '--skip-name-resolve',
      '--innodb-log-file-size=16M',
      `--tmpdir=${temporary}`,
    ],
    { env: environment },
  );
  await rename(unfinished, data);
}

/**
 * Starts MariaDB on loopback with its data in `folder`, made on first use. The server dies with this process, also
 * when that is killed, and is started again when it ends without having been told to.
 */
export async function startDatabase(
  folder: string,
  wantedPort: number,
  log: Logger,
): Promise<DatabaseProcess> {
  const data = path.join(folder, 'mariadb');
  // A socket's path may hold only about a hundred characters, so it can't stand in a deep data folder. Temporary
  // tables stand there too, as servers that are made at the same time take each other's for their own.
  const own = await mkdtemp(path.join(tmpdir(), 'fond-db-'));
  await chmod(own, 0o700);
  if (!existsSync(path.join(data, 'mysql'))) {
    log.info('Making the database folder');
    await makeDatabase(data, own);
  }
  const port = await freePort(wantedPort);
  const errorLog = path.join(folder, 'mariadb.log');
  let stopping = false;
  let child: ChildProcess | null = null;

  const launch = (): ChildProcess => {
    const started = spawn(
      'setpriv',
      [
        '--pdeathsig',
        'TERM',
        'mariadbd',
        '--no-defaults',
        '--user=root',
        `--datadir=${data}`,
        `--socket=${path.join(own, 'db.sock')}`,
        `--pid-file=${path.join(own, 'db.pid')}`,
        '--bind-address=127.0.0.1',
        `--port=${port}`,
        `--tmpdir=${own}`,
        '--skip-name-resolve',
        '--character-set-server=utf8mb4',
        '--collation-server=utf8mb4_unicode_520_ci',
        '--innodb-log-file-size=16M',
        '--innodb-buffer-pool-size=128M',
        `--log-error=${errorLog}`,
      ],
      { detached: true, stdio: 'ignore', env: environment },
    );
    started.once('exit', (code, signal) => {
      if (stopping || child !== started) return;
      log.warn({ code, signal }, 'The database ended by itself; starting it again');
      setTimeout(() => {
        if (!stopping) child = launch();
      }, 500);
    });
    started.once('error', (error) => log.error({ err: error }, 'The database can’t be started'));
    return started;
  };

  const stop = async (): Promise<void> => {
    stopping = true;
    const running = child;
    if (running && running.exitCode === null && running.signalCode === null) {
      const ended = new Promise((resolve) => running.once('exit', resolve));
      running.kill('SIGTERM');
      await ended;
    }
    await rm(own, { recursive: true, force: true });
  };

  child = launch();
  try {
    await answers(port);
  } catch (cause) {
    await stop();
    const tail = existsSync(errorLog)
      ? (await readFile(errorLog, 'utf8')).split('\n').slice(-8).join('\n')
      : '';
    throw new Error(`MariaDB did not start with the folder ${data}. Its log ends with:\n${tail}`, { cause });
  }
  const url = `mariadb://root@127.0.0.1:${port}/${DATABASE}`;
  return { url, pid: () => child?.pid, stop };
}

/** Waits until the server takes connections, then makes sure of the database. */
async function answers(port: number): Promise<void> {
  const limit = Date.now() + STARTING_LIMIT;
  for (;;) {
    try {
      const connection = await createConnection({
        host: '127.0.0.1',
        port,
        user: 'root',
        connectTimeout: 2000,
      });
      await connection.query(
        `CREATE DATABASE IF NOT EXISTS ${DATABASE} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`,
      );
      await connection.end();
      return;
    } catch (error) {
      if (Date.now() > limit) throw error;
      await delay(50);
    }
  }
}
