import { readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';

const pack = promisify(brotliCompress);

/** Quality 11 packs a twelfth smaller than 8, and takes twenty times as long: worth it for what shoppers wait for. */
const QUALITIES = { 'dist/desk/browser': 8, 'dist/shop/browser': 11 };

/** Packs what browsers fetch of the builds once, so that the server need not do it for each of them. */
for (const [folder, quality] of Object.entries(QUALITIES)) {
  const names = await readdir(folder, { recursive: true });
  for (const name of names.filter((file) => /\.(js|css|svg)$/.test(file))) {
    const file = path.join(folder, name);
    const packed = await pack(await readFile(file), {
      params: { [constants.BROTLI_PARAM_QUALITY]: quality },
    });
    await writeFile(`${file}.br`, packed);
  }
}
