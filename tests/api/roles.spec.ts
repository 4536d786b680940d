import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { addressOf, mayAs, ROLES, type Role } from '@fond/contract';
import { leastRole, OPERATIONS, type Operation, type OperationName } from '@fond/contract/operations';
import { addUser } from '../../server/src/person/users';
import { PASSWORD, signInTo, startTestServer, type Desk, type TestServer } from '../support/server';

const NAMES = Object.keys(OPERATIONS) as OperationName[];
const SIGNED_IN = NAMES.filter((name) => OPERATIONS[name].access === 'signed-in');

/** What would be done at once, and what a role may do to itself alone. */
const APART: readonly OperationName[] = ['signOut', 'makeRenditions', 'endSessions'];

let server: TestServer;
const desks = new Map<Role, Desk>();
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  for (const role of ROLES) {
    await addUser(`A ${role}`, `a.${role}@pellmere.example`, PASSWORD, role);
    desks.set(role, await signInTo(server.application.app, `a.${role}@pellmere.example`));
  }
});
afterAll(() => server.stop());

/** What nothing in the shop is called. */
const nothing: Readonly<Record<string, string | number>> = {
  id: '99999999',
  number: 99999999,
  with: 99999998,
  key: 'nothing',
  of: 'category',
  sku: 'NOTHING',
};

/** The status and the problem of an operation that is asked for with nothing to do. */
async function ask(name: OperationName, desk: Desk | null): Promise<{ status: number; type?: string }> {
  const { method } = OPERATIONS[name] as Operation;
  const address = addressOf(name, nothing);
  const request = desk ? desk.agent[method](address) : server.guest[method](address);
  if (desk) void request.set('X-CSRF-Token', desk.token);
  const { status, body } = await (method === 'get' ? request : request.send({}));
  return { status, type: (body as { type?: string }).type };
}

describe('every operation for people who have signed in', () => {
  it('refuses whoever has not', async () => {
    expect(SIGNED_IN.length).toBeGreaterThan(70);
    for (const name of SIGNED_IN)
      expect(await ask(name, null), name).toEqual({ status: 401, type: '/problems/sign-in-needed' });
  });

  it.each(ROLES)('as %s is done by who may, and refused to who may not', async (role) => {
    for (const name of SIGNED_IN) {
      const may = mayAs(role, leastRole(OPERATIONS[name]));
      if (may && APART.includes(name)) continue;
      const { status, type } = await ask(name, desks.get(role)!);
      if (may) expect(type, `${name} for a ${role}: ${status}`).not.toBe('/problems/not-allowed');
      else
        expect({ status, type }, `${name} for a ${role}`).toEqual({
          status: 403,
          type: '/problems/not-allowed',
        });
    }
  });

  it('takes no change without the token of the session', async () => {
    const { agent } = desks.get('owner')!;
    for (const name of SIGNED_IN) {
      const { method } = OPERATIONS[name] as Operation;
      if (method === 'get') continue;
      const { status, body } = await agent[method](addressOf(name, nothing)).send({});
      expect([status, body.type], name).toEqual([403, '/problems/token-needed']);
    }
  });
});
