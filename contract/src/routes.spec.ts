import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { routesFile, routesText } from '../../scripts/routes';

it('the table of routes says what the operations say; npm run routes writes it', async () => {
  expect(await readFile(routesFile, 'utf8')).toBe(routesText());
});
