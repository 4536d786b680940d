import { spawn } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

/** Runs a script in a process that ends with 3 on an error of its own, and with 0 when it comes to its end. */
async function run(script: string): Promise<{ code: number | null; told: { msg: string; page?: string }[] }> {
  const prelude = `
    import { pino } from 'pino';
    import { marked } from './shop/render';
    import { onUncaught } from './uncaught';
    onUncaught(pino({ level: 'error' }, pino.destination({ sync: true })), () => process.exit(3));
    const page = (after) => marked(async () => {
      setTimeout(after, 0);
      return '<html></html>';
    })({ kind: 'listing' });
  `;
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', '--input-type=module', '--eval', prelude + script],
    { cwd: path.resolve(import.meta.dirname), stdio: ['ignore', 'pipe', 'inherit'] },
  );
  let text = '';
  child.stdout.on('data', (chunk) => (text += String(chunk)));
  const [code] = (await once(child, 'close')) as [number | null];
  const told = text.split('\n').filter(Boolean);
  return { code, told: told.map((line) => JSON.parse(line) as { msg: string; page?: string }) };
}

describe('an error that nobody caught', () => {
  it('of a page that is taken down leaves the server as it is', async () => {
    const { code, told } = await run(`
      await page(() => { throw new Error('Taken down twice'); });
      await page(() => undefined);
    `);
    expect(told).toMatchObject([{ msg: 'A page threw after it had been rendered', page: 'listing' }]);
    expect(code).toBe(0);
  });

  it('of anything else ends the process', async () => {
    const { code, told } = await run(`
      await page(() => undefined);
      setTimeout(() => { throw new Error('Out of order'); }, 0);
      setTimeout(() => undefined, 60_000);
    `);
    expect(told).toMatchObject([{ msg: 'Unexpected error' }]);
    expect(code).toBe(3);
  });
});
