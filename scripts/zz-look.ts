import { spawn } from 'node:child_process';
import { mkdtemp } from 'node:fs/promises';
import sharp from 'sharp';
import { TestBrowser } from '../tests/support/browser';
const folder = await mkdtemp('/tmp/zz-');
const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/start.ts', '--quiet'], { env: { ...process.env, FOND_DATA: folder, FOND_PORT: '4788', FOND_DEMO: '0', FOND_LOG: 'warn' }, stdio: ['ignore', 'pipe', 'inherit'] });
let out = '';
child.stdout.on('data', (d) => (out += String(d)));
while (!/code (\S+)/.test(out)) await new Promise((r) => setTimeout(r, 200));
console.log(out);
const code = /code (\S+)/.exec(out)![1];
const url = 'http://127.0.0.1:4788';
const browser = await TestBrowser.launch(url);
try {
  const page = await browser.page();
  await page.goto(`${url}/`);
  await page.waitForSelector('desk-first-owner');
  await page.screenshot({ path: '/tmp/o1.png' });
  for (const [f, t] of [['code', code], ['name', 'Avery Lund'], ['email', 'avery@own.example'], ['password', 'a lamp on a shelf']]) await page.locator(`input[formcontrolname=${f}]`).fill(t);
  await page.locator('button[type=submit]').click();
  await page.waitForSelector('desk-first-steps');
  await page.screenshot({ path: '/tmp/o2.png' });
  const shots: Buffer[] = [];
  for (const a of ['/products', '/categories', '/collections', '/tags', '/attributes', '/pictures', '/ranges', '/parts', '/pages', '/editions', '/redirects', '/feed', '/publish', '/editions?view=calendar', '/people', '/plans/house', '/shop', '/shop/search?q=x']) {
    await page.goto(url + a);
    await new Promise((r) => setTimeout(r, 900));
    shots.push(Buffer.from(await page.screenshot()));
  }
  for (let s = 0; s < 2; s++) {
    const nine = await Promise.all(shots.slice(s * 9, s * 9 + 9).map((b) => sharp(b).resize(640, 400).png().toBuffer()));
    await sharp({ create: { width: 1940, height: 1220, channels: 3, background: '#888' } }).composite(nine.map((input, i) => ({ input, left: (i % 3) * 650, top: Math.floor(i / 3) * 410 }))).png().toFile(`/tmp/e${s}.png`);
  }
  console.log(browser.complaints);
} finally {
  await browser.close();
  child.kill('SIGTERM');
}
