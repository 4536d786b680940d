import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          isolate: false,
          sequence: { groupOrder: 0 },
          maxWorkers: 2,
          include: ['{core,contract,desk,shop}/src/**/*.spec.ts', 'server/src/**/*.unit.spec.ts'],
          setupFiles: ['tests/support/angularCompiler.ts'],
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          sequence: { groupOrder: 1 },
          include: ['server/src/**/*.spec.ts', 'tests/api/**/*.spec.ts'],
          exclude: ['server/src/**/*.unit.spec.ts', 'node_modules/**'],
          globalSetup: ['tests/support/database.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'browser',
          sequence: { groupOrder: 1 },
          maxWorkers: 2,
          isolate: false,
          setupFiles: ['tests/support/storyFailures.ts'],
          include: ['tests/browser/**/*.spec.ts'],
          globalSetup: ['tests/support/database.ts'],
          testTimeout: 120_000,
          hookTimeout: 240_000,
        },
      },
    ],
  },
});
