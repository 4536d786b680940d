/**
 * The application while one edits it. The desk comes from its own server, which tells the browser of each change; all
 * else it asks of the application's server, which starts anew when its sources or the built shop change. The database
 * runs on meanwhile.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { pino } from 'pino';
import { readConfig } from '../server/src/config';
import { makeDataFolder } from '../server/src/dataFolder';
import { startDatabase } from '../server/src/database/process';

const config = readConfig(process.env);
const deskPort = process.env['FOND_DEV_PORT'] ?? String(config.port + 1);
await makeDataFolder(config.data);
const database = config.databaseUrl
  ? null
  : await startDatabase(config.data, config.databasePort, pino({ level: config.log }));
const env = {
  ...process.env,
  FOND_DB_URL: config.databaseUrl ?? database!.url,
  FOND_PORT: String(config.port),
  FOND_HOST: config.host,
  NG_CLI_ANALYTICS: 'false',
};

const children: ChildProcess[] = [];
let ending = false;

async function end(code: number): Promise<void> {
  if (ending) return;
  ending = true;
  await Promise.all(
    children
      .filter((child) => child.exitCode === null && child.signalCode === null)
      .map(async (child) => {
        const ended = once(child, 'exit');
        child.kill('SIGTERM');
        await ended;
      }),
  );
  await database?.stop();
  process.exit(code);
}

function run(...command: string[]): void {
  const child = spawn(process.execPath, command, { env, stdio: ['ignore', 'inherit', 'inherit'] });
  child.on('exit', (code) => void end(code ?? 1));
  children.push(child);
}

process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

const ng = 'node_modules/@angular/cli/bin/ng.js';
run(ng, 'build', 'shop', '--watch', '--configuration', 'development');
run(
  'node_modules/tsx/dist/cli.mjs',
  'watch',
  '--clear-screen=false',
  '--include',
  'dist/shop/server/server.mjs',
  'server/src/start.ts',
);
run(ng, 'serve', 'desk', '--host', config.host, '--port', deskPort);
process.stdout.write(`\n  Desk, as it is edited   http://${config.host}:${deskPort}/\n\n`);
