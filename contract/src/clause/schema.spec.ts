import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AISLE_RANGE, MAX_CLAUSES, type Clause, type RangeRule } from '@fond/core';
import { ruleArbitrary } from '../../../core/src/testing/catalogues';
import { rangeSchema, savedRuleSchema } from './schema';

const faults = (rule: unknown, schema = rangeSchema): string[] =>
  schema
    .validate(rule, { abortEarly: false, convert: false })
    .error?.details.map(({ path, message }) => `${path.join('.')}: ${message}`) ?? [];
const ruled = (...clauses: unknown[]): unknown => ({ ...AISLE_RANGE, clauses });
const ordered = ({ from, to }: { from: number | null; to: number | null }): boolean =>
  from === null || to === null || from <= to;
const forwards = (clause: Clause): boolean =>
  'from' in clause
    ? ordered(clause)
    : 'of' in clause && Array.isArray(clause.of)
      ? clause.of.every(forwards)
      : true;

describe('the schema of ranges', () => {
  it('takes every rule that can be built, and gives it back unchanged', () => {
    fc.assert(
      fc.property(
        ruleArbitrary.filter(({ clauses }) => clauses.every(forwards)),
        (rule: RangeRule) => {
          expect(faults(rule)).toEqual([]);
          expect(rangeSchema.validate(JSON.parse(JSON.stringify(rule))).value).toEqual(rule);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('refuses a price from 80 to 20 at its place, in words', () => {
    const [fault] = faults(ruled({ kind: 'sale' }, { kind: 'number', field: 'price', from: 80, to: 20 }));
    expect(fault).toMatch(/^clauses\.1: /);
    expect(fault).toContain('from 80 down to 20');
    const nested = ruled({ kind: 'any', of: [{ kind: 'attributeNumber', attribute: 'x', from: 9, to: 1 }] });
    expect(faults(nested)[0]).toMatch(/^clauses\.0\.of\.0: /);
  });

  it('names the place of what is missing, unknown or misspelt', () => {
    expect(faults(ruled({ kind: 'added' }))).toEqual(['clauses.0.days: "clauses[0].days" is required']);
    expect(faults(ruled({ kind: 'sale', days: 3 }))[0]).toMatch(/^clauses\.0\.days: /);
    expect(faults(ruled({ kind: 'cheap' }))[0]).toMatch(/^clauses\.0\.kind: /);
    expect(faults({ source: { kind: 'aisle' }, clauses: [] })).toHaveLength(2);
    expect(faults({ source: { kind: 'named', skus: ['A', 'A'] }, clauses: [] })).toHaveLength(1);
  });

  it('answers a thousand clauses, and groups in groups without end, with a clear limit', () => {
    const many = ruled(...Array.from({ length: 1000 }, () => ({ kind: 'sale' })));
    expect(faults(many).join()).toContain(`more than ${MAX_CLAUSES} clauses`);
    const spread = ruled(
      ...Array.from({ length: 30 }, () => ({
        kind: 'any',
        of: Array.from({ length: 9 }, () => ({ kind: 'sale' })),
      })),
    );
    expect(faults(spread).join()).toContain(`more than ${MAX_CLAUSES} clauses`);
    let deep: object = { kind: 'sale' };
    for (let depth = 0; depth < 40; depth++) deep = { kind: 'all', of: [deep] };
    expect(faults(ruled(deep)).join()).toContain('deeper');
  });

  it('lets no saved range build on another one', () => {
    const saved = { source: { kind: 'saved', range: 'offers' }, clauses: [] };
    expect(faults(saved)).toEqual([]);
    expect(faults(saved, savedRuleSchema)).toHaveLength(1);
  });
});
