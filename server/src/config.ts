import path from 'node:path';
import Joi from 'joi';

export interface Config {
  host: string;
  port: number;
  /** Folder of the database, the pictures and the uploads. */
  data: string;
  /** Port that is asked for first; a free one is taken when it is busy. */
  databasePort: number;
  /** Use this MariaDB instead of starting one. */
  databaseUrl: string | null;
  demo: boolean;
  /** Addresses of the proxies in front, whose word on who asks is taken; none by default. */
  trustProxy: readonly string[];
  log: string;
}

/** An address, one with a prefix, or one of the names that Express knows. */
const PROXY = /^(loopback|linklocal|uniquelocal|[0-9a-f.:]+(\/\d{1,3})?)$/i;
const PROXY_FAULT = 'FOND_TRUST_PROXY names proxies by their addresses: 10.0.0.4, 10.1.0.0/16 or loopback';

const schema = Joi.object({
  FOND_PORT: Joi.number().port().default(4600),
  FOND_HOST: Joi.string().hostname().default('127.0.0.1'),
  FOND_DATA: Joi.string().default('.data'),
  FOND_DB_PORT: Joi.number().port().default(4606),
  FOND_DB_URL: Joi.string().uri({ scheme: ['mariadb', 'mysql'] }),
  FOND_TRUST_PROXY: Joi.string().custom((text: string, helpers) =>
    text.split(',').every((one) => PROXY.test(one.trim())) ? text : helpers.message({ custom: PROXY_FAULT }),
  ),
  FOND_DEMO: Joi.valid('0', '1').default('1'),
  FOND_LOG: Joi.valid('silent', 'error', 'warn', 'info', 'debug').default('info'),
}).unknown(true);

/** Reads the settings; throws with every fault named. */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const { value, error } = schema.validate(environment, { abortEarly: false });
  if (error) throw new Error(`A setting can’t be used: ${error.message}`);
  return {
    host: value.FOND_HOST,
    port: value.FOND_PORT,
    data: path.resolve(value.FOND_DATA),
    databasePort: value.FOND_DB_PORT,
    databaseUrl: value.FOND_DB_URL ?? null,
    demo: value.FOND_DEMO === '1',
    trustProxy: (value.FOND_TRUST_PROXY ?? '')
      .split(',')
      .map((one: string) => one.trim())
      .filter(Boolean),
    log: value.FOND_LOG,
  };
}
