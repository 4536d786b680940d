import { describe, expect, it } from 'vitest';
import { conditionSchema } from '@fond/contract/operations';
import { CONDITION_KINDS, freshCondition, isGroup, toggled } from './conditionKinds';

const known = { category: 3, collection: 4, languages: ['en', 'fr'] };

describe('a fresh condition', () => {
  it('of every kind is one that the server takes', () => {
    for (const kind of CONDITION_KINDS) {
      const { error } = conditionSchema.validate(freshCondition(kind, known), { convert: false });
      expect(error?.message, kind).toBeUndefined();
    }
  });

  it('is a group where it goes together with others', () => {
    expect(CONDITION_KINDS.filter((kind) => isGroup(freshCondition(kind, known)))).toEqual([
      'all',
      'any',
      'none',
    ]);
  });
});

describe('toggled', () => {
  it('puts a value in and takes it out, but never the last one', () => {
    expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
    expect(toggled(['a', 'b'], 'a')).toEqual(['b']);
    expect(toggled(['a'], 'a')).toEqual(['a']);
  });
});
