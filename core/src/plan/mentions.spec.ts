import { describe, expect, it } from 'vitest';
import { mentions } from './mentions';

describe('a document that names a group', () => {
  it('does so in clauses, reaches and aisles, however deep', () => {
    const clause = { kind: 'any', of: [{ kind: 'none', of: [{ kind: 'tag', tag: 7 }] }] };
    expect(mentions({ fixtures: [{ range: { clauses: [clause] } }] }, { kind: 'tag', id: 7 })).toBe(true);
    const rule = { kind: 'category', category: 3, below: true };
    expect(mentions({ reach: { include: [rule] } }, { kind: 'category', id: 3 })).toBe(true);
    expect(mentions({ pins: [{ aisle: 'collection:2' }] }, { kind: 'collection', id: 2 })).toBe(true);
  });

  it('does not by another number or another kind', () => {
    const rule = { kind: 'category', category: 3, below: true, most: 7 };
    expect(mentions([rule, null, 'tag:7', 7], { kind: 'category', id: 7 })).toBe(false);
    expect(mentions(rule, { kind: 'tag', id: 3 })).toBe(false);
  });
});
