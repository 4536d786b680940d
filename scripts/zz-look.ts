import { mkdtemp } from 'node:fs/promises';
import { startApplication } from '../benchmarks/server';
import { TestBrowser } from '../tests/support/browser';
const app = await startApplication(await mkdtemp('/tmp/zz-'), true);
const browser = await TestBrowser.launch(app.url);
try {
  const page = await browser.desk('/catalogue/import');
  const input = await page.waitForSelector('input[type=file]');
  await input!.uploadFile('/tmp/waren.csv');
  await page.waitForSelector('desk-mapping-strip .proposal');
  await page.waitForSelector('desk-column-table tbody tr');
  await page.screenshot({ path: '/tmp/i1.png' });
  await page.locator('desk-mapping-strip .proposal button').click();
  await page.waitForFunction(() => document.querySelector('.go button'));
  await page.screenshot({ path: '/tmp/i2.png' });
  await page.screenshot({ path: '/tmp/i3.png', fullPage: true });
  console.log(browser.complaints);
} finally {
  await browser.close();
  await app.stop();
}
