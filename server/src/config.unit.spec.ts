import { describe, expect, it } from 'vitest';
import { readConfig } from './config';

describe('the settings', () => {
  it('have the defaults that are written down', () => {
    expect(readConfig({})).toMatchObject({
      host: '127.0.0.1',
      port: 4600,
      databasePort: 4606,
      databaseUrl: null,
      demo: true,
      log: 'info',
    });
    expect(readConfig({ FOND_DATA: '.data' }).data).toMatch(/^\/.*\.data$/);
  });

  it('are refused with every fault named', () => {
    expect(() => readConfig({ FOND_PORT: 'high', FOND_DEMO: 'maybe' })).toThrow(/FOND_PORT.*FOND_DEMO/s);
    expect(() => readConfig({ FOND_DB_URL: 'postgres://x' })).toThrow('FOND_DB_URL');
  });
});
