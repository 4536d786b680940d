import { access } from 'node:fs/promises';
import path from 'node:path';
import { pino } from 'pino';
import { importCatalogue } from './catalogue/import/importCatalogue';
import { kindOf } from './catalogue/import/upload';
import { readConfig } from './config';
import { makeDataFolder } from './dataFolder';
import { openTool } from './database/tool';

/** `npm run import -- FILE [--try]`: the same import as on the desk, from the command line. */
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
  const tool = await openTool(config, pino({ level: 'warn' }));
  try {
    const report = await importCatalogue(
      tool.sequelize,
      {
        path: file,
        name: path.basename(file),
        kind,
        mapping: {},
        dryRun: options.includes('--try'),
        userId: null,
      },
      ({ step, done, total }) => process.stderr.write(`\r${step} ${done}${total ? ` of ${total}` : ''}   `),
    );
    process.stderr.write('\r');
    for (const error of report.errors)
      process.stdout.write(`line ${error.line}  ${error.column}  ${error.message}\n`);
    const verb = report.errorCount ? 'Nothing was changed' : report.dryRun ? 'It would change' : 'Done';
    process.stdout.write(
      `${verb}: ${report.rows} products read, ${report.created} new, ${report.changed} changed, ${report.unchanged} the same, ${report.errorCount} faults, ${report.milliseconds} ms\n`,
    );
    return report.errorCount ? 1 : 0;
  } finally {
    await tool.close();
  }
}

process.exitCode = await main();
