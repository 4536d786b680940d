import { createRequire } from 'node:module';
import { Sequelize } from 'sequelize';

const require = createRequire(import.meta.url);

/**
 * Sequelize 6 deletes `meta` from the rows of a raw query; version 3 of the connector has made it undeletable.
 * The rows are copied with a `meta` that can go.
 */
function patchResults(): void {
  interface Query {
    formatResults(this: unknown, data: unknown): unknown;
  }
  const { prototype } = require('sequelize/lib/dialects/mariadb/query') as { prototype: Query };
  const original = prototype.formatResults;
  prototype.formatResults = function (data: unknown): unknown {
    if (!Array.isArray(data)) return original.call(this, data);
    const meta = Object.getOwnPropertyDescriptor(data, 'meta');
    if (!meta || meta.configurable) return original.call(this, data);
    const copy: unknown[] = data.slice();
    Object.defineProperty(copy, 'meta', { value: meta.value, configurable: true, writable: true });
    return original.call(this, copy);
  };
}
patchResults();

/** Milliseconds after which a server that says nothing is held to be away, in the middle of a statement too. */
const SILENCE = 15_000;

/** Milliseconds for a new connection: long enough that a busy moment of this process isn't taken for the server's absence. */
const CONNECTING = 8_000;

/** @param silence 0 waits for ever, for statements that may take as long as they need. */
export function connect(url: string, silence = SILENCE): Sequelize {
  return new Sequelize(url, {
    dialect: 'mariadb',
    logging: false,
    timezone: '+00:00',
    // Connections that nobody uses go before their silence is taken for the server's.
    pool: { max: 10, min: 0, acquire: CONNECTING + 2_000, idle: 8_000 },
    dialectOptions: {
      // BIGINT, COUNT and ids as numbers, an error above 2^53; DECIMAL always as strings.
      supportBigNumbers: false,
      bigIntAsNumber: true,
      insertIdAsNumber: true,
      decimalAsNumber: false,
      checkNumberRange: true,
      connectTimeout: CONNECTING,
      socketTimeout: silence,
    },
    define: { underscored: true, timestamps: false },
  });
}

/** Another connection to the same database that waits for every statement as long as it takes. */
export function connectPatiently({ config }: Sequelize): Sequelize {
  const { host, port, database, username, password } = config as {
    host: string;
    port: number | string;
    database: string;
    username: string;
    password: string | null;
  };
  const account = `${encodeURIComponent(username)}:${encodeURIComponent(password ?? '')}`;
  return connect(`mariadb://${account}@${host}:${port}/${database}`, 0);
}
