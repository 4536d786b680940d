/**
 * Writes contract/src/routes.ts: where each operation of the contract is and what it takes to do it, without the schemas
 * that say what it takes and answers. `npm run routes`, once an operation is added or moved; the compiler asks for it.
 */
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { leastRole, OPERATIONS, type Operation } from '@fond/contract/operations';

export const routesFile = path.join(import.meta.dirname, '../contract/src/routes.ts');

export function routesText(): string {
  const lines = Object.entries<Operation>(OPERATIONS).map(([name, operation]) => {
    const role = operation.access === 'public' ? 'public' : leastRole(operation);
    return `  ${name}: ['${operation.method}', '${operation.path}', '${role}'],`;
  });
  return `// Made from the operations by scripts/routes.ts; not written by hand.
import type { Operations } from './operations';
import type { Role } from './person/session';

type Route<O extends { method: string; path: string }> = readonly [
  method: O['method'],
  path: O['path'],
  least: Role | 'public',
];

/** Where each operation is, and the least role that it takes; for programs that don't check what is sent. */
export const ROUTES = {
${lines.join('\n')}
} as const satisfies { readonly [N in keyof Operations]: Route<Operations[N]> };
`;
}

if (process.argv[1] === import.meta.filename) await writeFile(routesFile, routesText());
