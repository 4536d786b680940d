/**
 * Writes contract/src/routes.ts and, of what the shop's pages call, contract/src/shopRoutes.ts: where each operation of the contract is and what it takes to do it, without the schemas
 * that say what it takes and answers. `npm run routes`, once an operation is added or moved; the compiler asks for it.
 */
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { leastRole, OPERATIONS, type Operation, type OperationName } from '@fond/contract/operations';

const CONTRACT = path.join(import.meta.dirname, '../contract/src');
export const routesFile = path.join(CONTRACT, 'routes.ts');
export const shopRoutesFile = path.join(CONTRACT, 'shopRoutes.ts');

/** What the shop's pages call; they carry no other address along. */
const OF_THE_SHOP: readonly OperationName[] = [
  'page',
  'facetValues',
  'recent',
  'suggestions',
  'cart',
  'addToCart',
  'setInCart',
  'setWish',
];

export function routesText(): string {
  const lines = Object.entries<Operation>(OPERATIONS).map(([name, operation]) => {
    const role = operation.access === 'signed-in' ? leastRole(operation) : operation.access;
    return `  ${name}: ['${operation.method}', '${operation.path}', '${role}'],`;
  });
  return `// Made from the operations by scripts/routes.ts; not written by hand.
import type { Operations } from './operations';
import type { Role } from './person/session';

type Route<O extends { method: string; path: string }> = readonly [
  method: O['method'],
  path: O['path'],
  least: Role | 'public' | 'machine',
];

/** Where each operation is, and the least role that it takes; for programs that don't check what is sent. */
export const ROUTES = {
${lines.join('\n')}
} as const satisfies { readonly [N in keyof Operations]: Route<Operations[N]> };
`;
}

export function shopRoutesText(): string {
  const lines = OF_THE_SHOP.map((name) => {
    const { method, path: address }: Operation = OPERATIONS[name];
    return `  ${name}: ['${method}', '${address}'],`;
  });
  return `// Made from the operations by scripts/routes.ts; not written by hand.

/** What the shop's pages call, by method and address. */
export const SHOP_ROUTES = {
${lines.join('\n')}
} as const;

/** Where a page tells what was seen on it; by itself, as it comes with a part of the script that is fetched later. */
export const COUNT_VIEWS = '${OPERATIONS.countViews.path}';
`;
}

if (process.argv[1] === import.meta.filename) {
  await writeFile(routesFile, routesText());
  await writeFile(shopRoutesFile, shopRoutesText());
}
