import { spawn } from 'node:child_process';
import { once } from 'node:events';
import type { Session } from '@fond/contract';
import { environmentOf, ROOT } from './server';

const PERSON = { email: 'bench@pellmere.example', password: 'correct-horse' };
/** Adds somebody who may sign in to a shop that is not running. */
export async function addPerson(folder: string): Promise<void> {
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', 'server/src/addUser.ts', PERSON.email, 'Bench', 'owner'],
    { cwd: ROOT, env: environmentOf(folder, 0, false), stdio: ['pipe', 'ignore', 'ignore'] },
  );
  child.stdin.end(`${PERSON.password}\n`);
  const [code] = (await once(child, 'exit')) as [number];
  if (code !== 0) throw new Error('Nobody could be added who signs in.');
}

export interface Caller {
  ask: (method: string, address: string, body?: object | FormData) => Promise<Response>;
}

/** Sends the cookies that it was given, and the token of who signed in. */
export function caller(url: string, token = '', cookie = ''): Caller {
  let held = cookie;
  return {
    ask: async (method, address, body) => {
      const form = body instanceof FormData;
      const answer = await fetch(url + address, {
        method,
        headers: {
          ...(held && { Cookie: held }),
          ...(token && { 'X-CSRF-Token': token }),
          ...(body && !form && { 'Content-Type': 'application/json' }),
        },
        body: form ? body : body && JSON.stringify(body),
      });
      held = answer.headers.getSetCookie().map((one) => one.split(';', 1)[0])[0] ?? held;
      if (!answer.ok)
        throw new Error(`${method} ${address} answered ${answer.status}: ${await answer.text()}`);
      return answer;
    },
  };
}

export async function signIn(url: string): Promise<Caller> {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(PERSON),
  });
  const { csrfToken } = (await answer.json()) as Session;
  return caller(
    url,
    csrfToken,
    answer.headers
      .getSetCookie()
      .map((one) => one.split(';', 1)[0])
      .join('; '),
  );
}
