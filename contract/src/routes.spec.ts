import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { routesFile, routesText, shopRoutesFile, shopRoutesText } from '../../scripts/routes';

it('the tables of routes say what the operations say; npm run routes writes them', async () => {
  expect(await readFile(routesFile, 'utf8')).toBe(routesText());
  expect(await readFile(shopRoutesFile, 'utf8')).toBe(shopRoutesText());
});
