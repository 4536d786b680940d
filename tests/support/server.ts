import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { inject } from 'vitest';
import type { Job } from '@fond/contract';
import { createApplication, type Application } from '../../server/src/app';
import { UserModel } from '../../server/src/database/models';
import { addUser } from '../../server/src/person/users';
import { createDatabase, type DatabaseServer } from './databaseServer';
import { copyDemoShop } from './demoShop';
import { heldAgainstPublished, undocumented } from './published';

export const DIST = path.resolve(import.meta.dirname, '../../dist');
export const PASSWORD = 'correct-horse';

export interface TestServer {
  application: Application;
  /** Without a session. */
  guest: ReturnType<typeof supertest>;
  folder: string;
  databaseUrl: string;
  signIn: (name?: string) => Promise<Desk>;
  stop: () => Promise<void>;
}

/** Somebody who is signed in: sends the cookie and the token along. */
export interface Desk {
  get: (address: string) => supertest.Test;
  post: (address: string, body?: object) => supertest.Test;
  put: (address: string, body: object) => supertest.Test;
  delete: (address: string) => supertest.Test;
  agent: ReturnType<typeof supertest.agent>;
  token: string;
  /** Uploads a product file and waits for the job's end. */
  importFile: (name: string, content: string | Buffer, fields?: Record<string, string>) => Promise<Job>;
  /** A job once it has ended. */
  ended: (id: string) => Promise<Job>;
}

/** The application over a database of its own; every answer is held against its schema. */
export async function startTestServer(
  server: DatabaseServer,
  options: { demo?: boolean; dist?: string; shareRenditions?: boolean; year?: boolean } = {},
): Promise<TestServer> {
  const name = await createDatabase(server);
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-server-'));
  if (options.demo) {
    const media = options.shareRenditions ? (['originals', 'renditions'] as const) : (['originals'] as const);
    await copyDemoShop(server, inject('demoShop'), name, folder, media);
  }
  const application = await createApplication({
    databaseUrl: `${server.url}/${name}`,
    data: folder,
    dist: options.dist ?? null,
    demo: options.demo ?? false,
    log: pino({ level: 'fatal' }),
    witness: heldAgainstPublished,
    makePictures: false,
    year: options.year,
  });
  const signIn = async (who = 'Ines Marlow'): Promise<Desk> => {
    const email = `${who.toLowerCase().replace(/\W+/g, '.')}@pellmere.example`;
    // A try that fails would count among those that somebody may have.
    if (!(await UserModel.findOne({ where: { email } }))) await addUser(who, email, PASSWORD);
    // A server under load tells a job as done before it serves what it wrote.
    return signInTo(application.app, email, () => application.host.refresh());
  };
  return {
    application,
    guest: supertest(application.app),
    folder,
    databaseUrl: `${server.url}/${name}`,
    signIn,
    stop: async () => {
      await application.stop();
      await rm(folder, { recursive: true, force: true });
      const found = undocumented.splice(0);
      if (found.length) throw new Error(`The published document lacks ${[...new Set(found)].join(', ')}.`);
    },
  };
}

/** Somebody who can sign in already; at an address where the application is another process. */
export async function signInTo(
  app: Application['app'] | string,
  email: string,
  served: () => Promise<void> = () => Promise.resolve(),
): Promise<Desk> {
  const agent = supertest.agent(app);
  const answer = await agent.post('/api/session').send({ email, password: PASSWORD });
  return deskOf(agent, String(answer.body.csrfToken), served);
}

/** The demo shop with its pages and the desk, as they are built. */
export const startShop = (options: { shareRenditions?: boolean } = {}): Promise<TestServer> =>
  startTestServer(inject('databaseServer'), { demo: true, dist: DIST, ...options });

function deskOf(agent: Desk['agent'], token: string, served: () => Promise<void>): Desk {
  const importFile: Desk['importFile'] = async (name, content, fields = {}) => {
    let request = agent.post('/api/catalogue/import').set('X-CSRF-Token', token);
    for (const [key, value] of Object.entries(fields)) request = request.field(key, value);
    const started = await request.attach('file', Buffer.from(content), name);
    if (started.status !== 202) throw new Error(`The upload was answered ${started.status}: ${started.text}`);
    return ended(started.body.id as string);
  };
  // The stream of events ends when the job has ended; its last event is the job as it stands then.
  const ended = async (id: string): Promise<Job> => {
    const events = await agent.get(`/api/jobs/${id}/events`).buffer(true);
    const last = events.text
      .trim()
      .split('\n')
      .filter((line) => line.startsWith('data: '))
      .at(-1);
    if (!last) throw new Error(`The job’s events were answered ${events.status}: ${events.text}`);
    const job = JSON.parse(last.slice('data: '.length)) as Job;
    if (job.state === 'done') await served();
    return job;
  };
  return {
    get: (address) => agent.get(address),
    post: (address, body = {}) => agent.post(address).set('X-CSRF-Token', token).send(body),
    put: (address, body) => agent.put(address).set('X-CSRF-Token', token).send(body),
    delete: (address) => agent.delete(address).set('X-CSRF-Token', token),
    agent,
    token,
    importFile,
    ended,
  };
}
