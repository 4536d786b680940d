import type { Sequelize } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { administer, openDatabase } from '../../../tests/support/databaseServer';
import { ProblemError } from '../problem/problem';
import { SettingModel } from './models';
import { afterCommit, inUnit, outsideUnits } from './unit';

let sequelize: Sequelize;
beforeAll(async () => {
  sequelize = await openDatabase(inject('databaseServer'));
});
afterAll(() => sequelize.close());
beforeEach(() => SettingModel.destroy({ where: {} }));

const put = (name: string, value: unknown): Promise<unknown> => SettingModel.upsert({ name, value });
const valueOf = async (name: string): Promise<unknown> => (await SettingModel.findByPk(name))?.value;
const times = (count: number): number[] => Array.from({ length: count }, (_, at) => at);

describe('a unit of work', () => {
  it('holds every statement within it, without being handed on', async () => {
    const broken = inUnit(sequelize, async () => {
      await put('one', 1);
      expect(await valueOf('one')).toBe(1);
      expect(await outsideUnits(() => valueOf('one'))).toBeUndefined();
      throw new Error('not after all');
    });
    await expect(broken).rejects.toThrow('not after all');
    expect(await valueOf('one')).toBeUndefined();
  });

  it('within another one is a part of that one', async () => {
    const broken = inUnit(sequelize, async () => {
      await inUnit(sequelize, () => put('inner', 1));
      throw new Error('outer');
    });
    await expect(broken).rejects.toThrow('outer');
    expect(await valueOf('inner')).toBeUndefined();
  });

  it('reads on its own connection, so that more of them than there are connections all come to their end', async () => {
    await put('count', 0);
    await Promise.all(
      times(25).map((at) =>
        inUnit(sequelize, async (transaction) => {
          const row = (await SettingModel.findByPk('count', { transaction, lock: true }))!;
          await valueOf(`read ${at}`);
          await row.update({ value: Number(row.value) + 1 });
        }),
      ),
    );
    expect(await valueOf('count')).toBe(25);
  });

  it('that loses a lock to another one is tried again', async () => {
    await put('a', 0);
    await put('b', 0);
    const tries: string[] = [];
    let both = 0;
    let meet: () => void = () => undefined;
    const met = new Promise<void>((resolve) => (meet = resolve));
    const crosswise = (first: string, second: string): Promise<void> =>
      inUnit(sequelize, async () => {
        tries.push(first);
        await SettingModel.update({ value: first }, { where: { name: first } });
        if (++both === 2) meet();
        await met;
        await SettingModel.update({ value: first }, { where: { name: second } });
      });
    await Promise.all([crosswise('a', 'b'), crosswise('b', 'a')]);
    expect(tries.length).toBe(3);
    expect(await valueOf('a')).toBe(await valueOf('b'));
  });

  it('does what follows it only once it is committed, and not where it isn’t', async () => {
    const seen: unknown[] = [];
    await inUnit(sequelize, async () => {
      await put('kept', 1);
      await afterCommit(async () => void seen.push(await valueOf('kept')));
      expect(seen).toEqual([]);
    });
    expect(seen).toEqual([1]);
    await inUnit(sequelize, async () => {
      await afterCommit(() => void seen.push('never'));
      throw new Error('no');
    }).catch(() => undefined);
    expect(seen).toEqual([1]);
  });

  it('whose commit got no answer is told as not known', async () => {
    const connection = await administer(inject('databaseServer'));
    const lost = inUnit(sequelize, async (transaction) => {
      await put('perhaps', 1);
      const [[{ id }]] = (await sequelize.query('SELECT CONNECTION_ID() AS id', {
        transaction,
      })) as unknown as [[{ id: number }]];
      await connection.query(`KILL ${id}`);
    });
    const error = await lost.catch((cause: unknown) => cause);
    await connection.end();
    expect(error).toBeInstanceOf(ProblemError);
    expect((error as ProblemError).problemName).toBe('outcome-unknown');
  });
});
