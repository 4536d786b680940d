import { access } from 'node:fs/promises';
import path from 'node:path';
import { pino } from 'pino';
import { ImportJobs } from './catalogue/import/importJob';
import { kindOf } from './catalogue/import/upload';
import { readConfig } from './config';
import { makeDataFolder } from './dataFolder';
import { openTool } from './database/tool';
import { Jobs } from './job/jobs';
import { AS_FOUND } from './catalogue/import/importRequest';

/** `npm run import -- FILE [--try] [--leave-out]`: the same import as on the desk, from the command line. */
async function main(): Promise<number> {
  const [file, ...options] = process.argv.slice(2);
  const kind = file ? kindOf(file) : undefined;
  if (!kind) {
    process.stderr.write('Name a product file: npm run import -- products.csv [--try]\n');
    return 2;
  }
  try {
    await access(file);
  } catch {
    process.stderr.write(`There is no file ${file}.\n`);
    return 2;
  }
  const config = readConfig(process.env);
  await makeDataFolder(config.data);
  const log = pino({ level: 'warn' });
  const tool = await openTool(config, log);
  const jobs = new Jobs(tool.sequelize, log);
  const imports = new ImportJobs(tool.sequelize, tool.url, jobs, () => Promise.resolve());
  try {
    await jobs.begin();
    const { id } = await imports.start({
      path: path.resolve(file),
      name: path.basename(file),
      kind,
      ...AS_FOUND,
      dryRun: options.includes('--try'),
      leaveOut: options.includes('--leave-out'),
      userId: null,
    });
    const unfollow = jobs.follow(id, ({ progress: { step, done, total } }) =>
      process.stderr.write(`\r${step} ${done}${total ? ` of ${total}` : ''}   `),
    );
    await jobs.idle();
    unfollow();
    const { report, failure } = await jobs.read(id);
    if (!report) throw new Error(failure ?? 'The file was not read.');
    const faults = await jobs.faults(id);
    process.stderr.write('\r');
    for (const { line, sku, column, message } of faults)
      process.stdout.write(`line ${line}  ${sku}  ${column}  ${message}\n`);
    for (const notice of report.notices) process.stdout.write(`${notice}\n`);
    const refused = report.errorCount > 0 && !report.leftOut;
    const verb = refused ? 'Nothing was changed' : report.dryRun ? 'It would change' : 'Done';
    process.stdout.write(
      `${verb}: ${report.rows} products read, ${report.created} new, ${report.changed} changed, ${report.unchanged} the same, ${report.errorCount} faults, ${report.milliseconds} ms\n`,
    );
    return refused ? 1 : 0;
  } finally {
    await jobs.end();
    await tool.close();
  }
}

process.exitCode = await main();
