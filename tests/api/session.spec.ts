import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { PASSWORD, startTestServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
});
afterAll(() => server.stop());

describe('signing in', () => {
  it('answers who it is and a token, and sets a cookie that scripts and other sites can’t use', async () => {
    await server.signIn('Ada Brook');
    const answer = await server.guest
      .post('/api/session')
      .send({ email: 'ADA.Brook@pellmere.example', password: PASSWORD });
    expect(answer.status).toBe(200);
    expect(answer.body.user).toMatchObject({ name: 'Ada Brook' });
    expect(answer.headers['set-cookie'][0]).toMatch(/^fond\.sid=.*HttpOnly.*SameSite=Strict/);
  });

  it('refuses a wrong password and an unknown email with the same words', async () => {
    const wrong = await server.guest
      .post('/api/session')
      .send({ email: 'ada.brook@pellmere.example', password: 'no' });
    const unknown = await server.guest
      .post('/api/session')
      .send({ email: 'nobody@pellmere.example', password: 'no' });
    expect(wrong.status).toBe(401);
    expect(wrong.headers['content-type']).toContain('application/problem+json');
    expect(unknown.body).toEqual(wrong.body);
  });

  it('names every fault of a body, and refuses keys it does not know', async () => {
    const answer = await server.guest.post('/api/session').send({ email: 'nobody', remember: true });
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map((error: { path: string }) => error.path).sort()).toEqual([
      'email',
      'password',
      'remember',
    ]);
  });

  it('stores no password that could be read', async () => {
    const [rows] = (await server.application.sequelize.query(
      'SELECT password_hash AS hash FROM users',
    )) as unknown as [{ hash: string }[]];
    for (const { hash } of rows) expect(hash).toMatch(/^\$argon2id\$/);
  });
});

describe('a signed-in request', () => {
  it('is refused without a session', async () => {
    const answer = await server.guest.get('/api/floor');
    expect(answer.status).toBe(401);
    expect(answer.body.type).toBe('/problems/sign-in-needed');
  });

  it('is refused without the token when it would change something', async () => {
    const desk = await server.signIn();
    const bare = await desk.agent
      .post('/api/plans')
      .send({ name: 'X', reach: { include: [], exclude: [] }, from: 'house' });
    expect(bare.status).toBe(403);
    const wrong = await desk.agent.delete('/api/session').set('X-CSRF-Token', 'guessed');
    expect(wrong.status).toBe(403);
  });

  it('ends with signing out', async () => {
    const desk = await server.signIn();
    expect((await desk.get('/api/session')).status).toBe(200);
    expect((await desk.delete('/api/session')).status).toBe(204);
    expect((await desk.get('/api/session')).status).toBe(401);
  });
});

describe('everything', () => {
  it('carries a strict content policy with a nonce of its own', async () => {
    const [one, two] = [await server.guest.get('/api/health'), await server.guest.get('/api/health')];
    const policy = one.headers['content-security-policy'];
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'/);
    expect(policy).toContain("frame-ancestors 'self'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(two.headers['content-security-policy']).not.toBe(policy);
  });

  it('tells an unknown address as a problem, and never a stack', async () => {
    const missing = await server.guest.get('/api/nothing');
    expect(missing.status).toBe(404);
    expect(missing.body).toMatchObject({ type: '/problems/not-found', status: 404 });
    const broken = await server.guest
      .post('/api/session')
      .set('Content-Type', 'application/json')
      .send('{"email":');
    expect(broken.status).toBe(400);
    expect(broken.text).not.toContain('node_modules');
  });

  it('slows down guessing of passwords', async () => {
    const guess = () =>
      server.guest.post('/api/session').send({ email: 'ada.brook@pellmere.example', password: 'guess' });
    const statuses: number[] = [];
    for (let n = 0; n < 12; n++) statuses.push((await guess()).status);
    expect(statuses).toContain(401);
    expect(statuses.at(-1)).toBe(429);
  });
});
