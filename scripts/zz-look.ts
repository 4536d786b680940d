import { mkdtemp } from 'node:fs/promises';
import { startApplication } from '../benchmarks/server';
import { TestBrowser } from '../tests/support/browser';
process.env['FOND_DEMO']='0';
const app = await startApplication(await mkdtemp('/tmp/zz-'), false);
const browser = await TestBrowser.launch(app.url);
try {
  const page = await browser.page();
  await page.goto(`${app.url}/`);
  await page.waitForSelector('desk-first-owner, form');
  await page.screenshot({ path: '/tmp/o1.png' });
  console.log(browser.complaints);
} finally {
  await browser.close();
  await app.stop();
}
