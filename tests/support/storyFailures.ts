import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import { afterEach } from 'vitest';
import { openedBrowser } from './story';

const FOLDER = '.stamps/failures';

/** When a story fails, what each page showed is kept as a picture, and its address told. */
afterEach(async ({ task }) => {
  if (task.result?.state !== 'fail') return;
  await mkdir(FOLDER, { recursive: true });
  const name = task.name.replace(/\W+/g, '-').slice(0, 60);
  for (const [index, page] of ((await openedBrowser()?.pages()) ?? []).entries()) {
    const file = path.join(FOLDER, `${name}-${index + 1}.png`);
    await page.screenshot({ path: file });
    console.error(`${page.url()} as in ${file}`);
  }
});
