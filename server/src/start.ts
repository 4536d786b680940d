import { rm, writeFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { readConfig } from './config';
import { makeDataFolder } from './dataFolder';
import { portIsFree, startDatabase } from './database/process';
import { addressFile } from './database/tool';
import { giveBackMemory } from './memory';

const DIST = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../../dist');

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const log = pino({ level: config.log });
  // For measurements and tests, which nothing in the background shall disturb; `--lived` gives the demo its year all the same.
  const quiet = process.argv.includes('--quiet');
  if (!(await portIsFree(config.port, config.host)))
    throw new Error(`Port ${config.port} on ${config.host} is taken. Set FOND_PORT to another one.`);
  await makeDataFolder(config.data);
  // The database makes itself ready while everything else is read.
  const [
    database,
    { createApplication },
    { DEMO_SIGN_IN },
    { isUnpeopled },
    { setupCode },
    { ShopSystem },
    { Walks },
  ] = await Promise.all([
    config.databaseUrl ? null : startDatabase(config.data, config.databasePort, log),
    import('./app'),
    import('./person/demoSignIn'),
    import('./person/users'),
    import('./person/firstOwner'),
    import('./feed/shopSystem'),
    import('./demo/shoppers/walks'),
  ]);
  if (database) await writeFile(addressFile(config.data), database.url, { mode: 0o600 });
  let application;
  try {
    application = await createApplication({
      databaseUrl: config.databaseUrl ?? database!.url,
      data: config.data,
      dist: DIST,
      demo: config.demo,
      trustProxy: config.trustProxy,
      address: `http://${config.host}:${config.port}`,
      log,
      makePictures: !quiet,
      year: !quiet || process.argv.includes('--lived'),
    });
  } catch (error) {
    await database?.stop();
    throw error;
  }
  const { app, sequelize, stop } = application;
  giveBackMemory();
  const simulated: { stop: () => Promise<void> }[] = [];
  const code = !config.demo && (await isUnpeopled(false)) ? await setupCode() : null;
  const server = app.listen(config.port, config.host, () => {
    const { port } = server.address() as AddressInfo;
    const address = `http://${config.host}:${port}`;
    const lines = [``, `  Desk   ${address}/`, `  Shop   ${address}/shop`];
    if (config.demo)
      lines.push(`  Sign in with ${DEMO_SIGN_IN.email} and the password ${DEMO_SIGN_IN.password}`);
    if (code !== null)
      lines.push(`  Nobody can sign in yet. Open the desk and make the owner with the code ${code}`);
    process.stdout.write(`${lines.join('\n')}\n\n`);
    if (!config.demo || quiet) return;
    // What listens everywhere is reached on this machine as well.
    const everywhere = config.host === '0.0.0.0' || config.host === '::';
    const near = everywhere ? `http://localhost:${port}` : address;
    for (const one of [new ShopSystem(sequelize, near, log), new Walks(sequelize, near, log)]) {
      one.start();
      simulated.push(one);
    }
  });

  let ending = false;
  const end = async (signal: string, code: number): Promise<void> => {
    if (ending) return;
    ending = true;
    log.info({ signal }, 'Stopping');
    await Promise.all(simulated.map((one) => one.stop()));
    server.close();
    server.closeAllConnections();
    await stop();
    await database?.stop();
    await rm(addressFile(config.data), { force: true });
    process.exit(code);
  };
  const onSignal = (signal: NodeJS.Signals): void => void end(signal, 0).catch(fail);
  process.on('SIGINT', onSignal);
  process.on('SIGTERM', onSignal);
  // After an error that nobody caught nothing is certain.
  process.on('uncaughtException', (error) => {
    log.fatal({ err: error }, 'Unexpected error');
    void end('uncaughtException', 1).catch(fail);
  });
}

function fail(error: unknown): never {
  process.stderr.write(`\n${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}

await main().catch(fail);
