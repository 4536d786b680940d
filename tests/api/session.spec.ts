import { afterAll, beforeAll, describe, expect, inject, it, vi } from 'vitest';
import { UserModel } from '../../server/src/database/models';
import { DEMO_SIGN_IN } from '../../server/src/person/demoSignIn';
import { addUser } from '../../server/src/person/users';
import { PASSWORD, startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
});
afterAll(() => server.stop());

describe('signing in', () => {
  it('tells whoever comes first how somebody is let in, until somebody can', async () => {
    const help = async (): Promise<object> => (await server.guest.get('/api/session/help')).body;
    expect(await help()).toEqual({ demo: null, nobody: true });
    // The demo's account, in a shop that has left the demo.
    await addUser('Ines Marlow', DEMO_SIGN_IN.email, DEMO_SIGN_IN.password);
    expect(await help()).toMatchObject({ nobody: true });
    await addUser('Ada First', 'first@pellmere.example', PASSWORD);
    expect(await help()).toEqual({ demo: null, nobody: false });
    await UserModel.destroy({ where: { email: [DEMO_SIGN_IN.email, 'first@pellmere.example'] } });
  });

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

describe('a session', () => {
  const meOf = (desk: Desk) => desk.get('/api/session');

  it('that has run out is over before anybody sweeps it away', async () => {
    const desk = await server.signIn('Rana Holt');
    await server.application.sequelize.query(
      `UPDATE sessions SET data = JSON_SET(data, '$.cookie.expires', '2020-01-01T00:00:00.000Z')
        WHERE JSON_VALUE(data, '$.user.name') = 'Rana Holt'`,
    );
    expect((await meOf(desk)).status).toBe(401);
  });

  it('is answered even where its end can’t be moved', async () => {
    const desk = await server.signIn('Tova Lind');
    const update = vi.spyOn(server.application.sequelize.models['Session'], 'update');
    update.mockRejectedValue(new Error('the database is away'));
    expect((await meOf(desk)).body.user.name).toBe('Tova Lind');
    expect(update).toHaveBeenCalled();
  });

  it('takes its cookie back when somebody signs out', async () => {
    const desk = await server.signIn('Uma Reed');
    const out = await desk.delete('/api/session');
    expect(out.headers['set-cookie'][0]).toMatch(/^fond\.sid=;.*Expires=Thu, 01 Jan 1970/);
  });

  it('ends everywhere with a new password, but where it was changed', async () => {
    const [here, there] = [await server.signIn('Vale Orr'), await server.signIn('Vale Orr')];
    const wrong = await here.put('/api/session/password', { current: 'no', password: 'another-horse' });
    expect(wrong.body.errors[0].path).toBe('current');
    const changed = await here.put('/api/session/password', { current: PASSWORD, password: 'another-horse' });
    expect(changed.status).toBe(200);
    expect((await here.agent.get('/api/session')).status).toBe(200);
    expect((await meOf(there)).status).toBe(401);
  });

  it('ends with the person: removed at the desk, or from the table by hand', async () => {
    const owner = await server.signIn('Ada Brook');
    for (const [name, remove] of [
      ['Wim Falk', (id: number) => owner.delete(`/api/people/${id}`).expect(204)],
      ['Xenia Moor', (id: number) => UserModel.destroy({ where: { id } })],
    ] as const) {
      const desk = await server.signIn(name);
      const { id, email } = (await meOf(desk)).body.user as { id: number; email: string };
      await remove(id);
      expect((await desk.get('/api/floor')).status).toBe(401);
      const again = await server.guest.post('/api/session').send({ email, password: PASSWORD });
      expect(again.status).toBe(401);
      const people = (await owner.get('/api/people')).body as { name: string }[];
      expect(people.map((person) => person.name)).not.toContain(name);
    }
    const record = (await owner.get('/api/activity')).body as { action: string; name: string }[];
    expect(record[0]).toMatchObject({ action: 'remove', name: 'Wim Falk' });
  });

  it('is ended by an owner, and by nobody else but oneself', async () => {
    const owner = await server.signIn('Ada Brook');
    const desk = await server.signIn('Yara Dahl');
    const { id } = (await meOf(desk)).body.user as { id: number };
    await owner.put(`/api/people/${id}/role`, { role: 'viewer' }).expect(200);
    const { id: other } = (await meOf(owner)).body.user as { id: number };
    expect((await desk.delete(`/api/people/${other}/sessions`)).status).toBe(403);
    await owner.delete(`/api/people/${id}/sessions`).expect(204);
    expect((await meOf(desk)).status).toBe(401);
  });
});

describe('a password', () => {
  it('that says nothing is refused in words', async () => {
    const owner = await server.signIn('Ada Brook');
    const person = { name: 'Zoe Park', email: 'zoe@pellmere.example', role: 'viewer' };
    for (const password of ['aaaaaaaaaa', '          ', 'ababababab', 'short']) {
      const { status, body } = await owner.post('/api/people', { ...person, password });
      expect([status, body.errors[0].path], password).toEqual([400, 'password']);
      expect(body.errors[0].message).toMatch(/at least/);
    }
  });

  it('of the demo opens nothing where the demo is off', async () => {
    await addUser('Demo', DEMO_SIGN_IN.email, DEMO_SIGN_IN.password);
    expect((await server.guest.post('/api/session').send(DEMO_SIGN_IN)).status).toBe(401);
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

  it('takes nobody’s word on where a request comes from, unless it is a named proxy’s', async () => {
    // The address above has used its tries up; another one in a header is only somebody’s word.
    const guess = await server.guest
      .post('/api/session')
      .set('X-Forwarded-For', '203.0.113.9')
      .send({ email: 'nobody.here@pellmere.example', password: 'guess' });
    expect(guess.status).toBe(429);
  });
});
