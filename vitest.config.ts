import { defineConfig } from 'vitest/config';

/** Modules are loaded once for all files of a worker; what a test changes of them is put back. */
const SHARED = { isolate: false, maxWorkers: 2, unstubGlobals: true, restoreMocks: true } as const;

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          ...SHARED,
          name: 'unit',
          sequence: { groupOrder: 0 },
          include: ['{core,contract,desk,shop}/src/**/*.spec.ts', 'server/src/**/*.unit.spec.ts'],
          // Components are compiled by Angular's own builder: `ng test desk`.
          exclude: ['**/*.rendered.spec.ts', 'node_modules/**'],
          setupFiles: ['tests/support/angularCompiler.ts'],
          testTimeout: 30_000,
        },
      },
      {
        test: {
          ...SHARED,
          name: 'application',
          sequence: { groupOrder: 1 },
          include: ['server/src/**/*.spec.ts', 'tests/{api,browser}/**/*.spec.ts'],
          exclude: ['server/src/**/*.unit.spec.ts', 'node_modules/**'],
          globalSetup: ['tests/support/database.ts'],
          setupFiles: ['tests/support/storyFailures.ts'],
          testTimeout: 240_000,
          hookTimeout: 480_000,
          expect: { poll: { timeout: 60_000 } },
        },
      },
    ],
  },
});
