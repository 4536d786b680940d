import { spawn } from 'node:child_process';
import { TestBrowser } from '../tests/support/browser';
import { startApplication } from '../benchmarks/server';
import { mkdtemp } from 'node:fs/promises';
import { ShopSystem } from '../server/src/feed/shopSystem';
void spawn; void ShopSystem;
const app = await startApplication(await mkdtemp('/tmp/zz-'), true);
const browser = await TestBrowser.launch(app.url);
try {
  const page = await browser.desk('/feed');
  await page.waitForSelector('.till');
  await page.screenshot({ path: '/tmp/f1.png' });
  await page.locator('.let-in input').fill('Back office');
  await page.locator('.let-in button').click();
  const code = await page.waitForSelector('.token code');
  const token = await code!.evaluate((e) => e.textContent);
  for (const [key, changes] of [['a-0001', [{ sku: 'PK-1017', number: 1, set: { stock: 10, price: 22 } }, { sku: 'PK-1018', number: 1, set: { price: 'soon' } }]], ['a-0002', [{ sku: 'PK-1017', number: 2, add: { stock: -2, sold: 2 } }]], ['a-0002', [{ sku: 'PK-1017', number: 2, add: { stock: -2, sold: 2 } }]]] as const)
    console.log((await fetch(`${app.url}/api/feed/batches`, { method: 'POST', headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' }, body: JSON.stringify({ key, changes }) })).status);
  await page.waitForFunction(() => document.querySelectorAll('tbody tr').length > 2);
  await page.screenshot({ path: '/tmp/f2.png' });
  await page.setViewport({ width: 390, height: 800 });
  await page.screenshot({ path: '/tmp/f3.png' });
  console.log(browser.complaints);
} finally {
  await browser.close();
  await app.stop();
}
