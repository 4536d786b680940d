import { describe, expect, it } from 'vitest';
import type { Condition } from '@fond/core';
import { conditionsOf, jointOf, saidWhen } from './conditionParts';

const first: Condition = { kind: 'firstPage' };

describe('the parts of a condition', () => {
  it('are none for always, itself where it is single, and those of its group', () => {
    expect([conditionsOf(null), jointOf(null)]).toEqual([[], 'all']);
    expect([conditionsOf(first), jointOf(first)]).toEqual([[first], 'all']);
    const any: Condition = { kind: 'any', of: [first, { kind: 'results', some: true }] };
    expect([conditionsOf(any), jointOf(any)]).toEqual([any.of, 'any']);
  });

  it('take kinds of aisles for a condition of its own, not for a group', () => {
    const front: Condition = { kind: 'aisles', of: ['front'] };
    expect([conditionsOf(front), jointOf(front)]).toEqual([[front], 'all']);
  });

  it('say nothing where a group has lost all of them', () => {
    expect(saidWhen({ kind: 'any', of: [] })).toBeNull();
    expect(saidWhen({ kind: 'aisles', of: [] })).toEqual({ kind: 'aisles', of: [] });
    expect(saidWhen(first)).toEqual(first);
  });
});
