import { ConnectionRefusedError, DatabaseError } from 'sequelize';
import { describe, expect, it } from 'vitest';
import { isDatabaseAway, problem, toProblem } from './problem';

const coded = (code: string): Error & { sql: string } =>
  Object.assign(new Error(code), { code, sql: 'SELECT 1' });

describe('toProblem', () => {
  it('knows a database that is away, before and in the middle of a query', () => {
    expect(toProblem(new ConnectionRefusedError(coded('ECONNREFUSED'))).problemName).toBe('database-away');
    expect(toProblem(new DatabaseError(coded('ER_SOCKET_UNEXPECTED_CLOSE'))).problemName).toBe(
      'database-away',
    );
    expect(toProblem(new Error('x', { cause: coded('ECONNRESET') })).problemName).toBe('database-away');
    expect(isDatabaseAway(new DatabaseError(coded('ER_DUP_ENTRY')))).toBe(false);
  });

  it('tells nothing of what nobody foresaw', () => {
    const told = toProblem(new Error('secret detail'));
    expect(told.problemName).toBe('internal');
    expect(told.message).not.toContain('secret');
  });

  it('leaves a problem as it is', () => {
    const one = problem('not-found', 'Gone.');
    expect(toProblem(one)).toBe(one);
  });
});
