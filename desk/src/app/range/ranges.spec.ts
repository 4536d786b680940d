import { of, Subject, throwError, type Observable } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Actions } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import type { StoredRange } from '@fond/contract';
import { AISLE_RANGE, type RangeRule } from '@fond/core';
import { savedRuleSchema } from '@fond/contract/operations';
import type { Api } from '../api/api';
import { away, vocabulary } from '../testing/plans';
import { clauseOffers } from './clauseKinds';
import { RangesActions } from '../store/ranges.actions';
import { rangesEffects } from '../store/ranges.effects';
import { rangesFeature, type RangesState } from '../store/ranges.feature';

const range = (id: string, name: string, version = 1): StoredRange => ({
  id,
  name,
  version,
  rule: AISLE_RANGE,
  updatedAt: '2026-01-01T00:00:00.000Z',
  updatedBy: 'Ines Marlow',
  usedIn: [],
});
const asked = RangesActions.creationAsked({ name: 'Offers', rule: AISLE_RANGE });

describe('saved ranges in the desk', () => {
  const after = (...actions: Action[]): RangesState =>
    actions.reduce<RangesState>(
      (state, action) => rangesFeature.reducer(state, action as typeof asked),
      rangesFeature.reducer(undefined, { type: '@@init' }),
    );
  const loaded = RangesActions.loaded({ ranges: [range('b', 'Winter'), range('a', 'offers')] });

  it('stand by name, whatever came first', () => {
    expect(after(loaded).ranges!.map(({ name }) => name)).toEqual(['offers', 'Winter']);
    expect(
      after(loaded, RangesActions.created({ range: range('c', 'Autumn') })).ranges!.map(({ id }) => id),
    ).toEqual(['c', 'a', 'b']);
  });

  it('are replaced by what was saved and leave when they are deleted', () => {
    const saved = after(loaded, RangesActions.saved({ range: range('a', 'Deep cuts', 2) }));
    expect(saved.ranges!.find(({ id }) => id === 'a')).toMatchObject({ name: 'Deep cuts', version: 2 });
    expect(after(loaded, RangesActions.deleted({ id: 'a' })).ranges!.map(({ id }) => id)).toEqual(['b']);
  });

  it('tell why one could not be written until the next try', () => {
    const failed = after(loaded, asked, RangesActions.writingFailed({ problem: away }));
    expect(failed).toMatchObject({ writing: false, problem: away });
    expect(failed.ranges).toHaveLength(2);
    expect(after(loaded, RangesActions.writingFailed({ problem: away }), asked)).toMatchObject({
      writing: true,
      problem: null,
    });
  });
});

describe('what is asked of the server', () => {
  let actions: Subject<Action>;
  let seen: Action[];
  const api = {
    ranges: vi.fn(() => of([range('a', 'Offers')])),
    createRange: vi.fn((name: string, _rule: RangeRule): Observable<StoredRange> => of(range('n', name))),
    saveRange: vi.fn((id: string, name: string, _rule: RangeRule, version: number) =>
      of(range(id, name, version + 1)),
    ),
    deleteRange: vi.fn((_id: string) => of(undefined)),
  };

  beforeEach(() => {
    vi.clearAllMocks();
    actions = new Subject();
    seen = [];
    const given = actions as unknown as Actions;
    const server = api as unknown as Api;
    const running: Observable<Action>[] = [
      rangesEffects.load(given, server),
      rangesEffects.create(given, server),
      rangesEffects.save(given, server),
      rangesEffects.remove(given, server),
    ];
    for (const effect of running) effect.subscribe((action) => seen.push(action));
  });

  it('is answered by what came of it', () => {
    actions.next(RangesActions.needed());
    actions.next(asked);
    actions.next(RangesActions.savingAsked({ id: 'a', name: 'Offers', rule: AISLE_RANGE, version: 3 }));
    actions.next(RangesActions.deletionAsked({ id: 'a' }));
    expect(seen).toEqual([
      RangesActions.loaded({ ranges: [range('a', 'Offers')] }),
      RangesActions.created({ range: range('n', 'Offers') }),
      RangesActions.saved({ range: range('a', 'Offers', 4) }),
      RangesActions.deleted({ id: 'a' }),
    ]);
  });

  it('goes on after a refusal', () => {
    api.createRange.mockReturnValueOnce(throwError(() => away));
    actions.next(asked);
    actions.next(asked);
    expect(seen.map(({ type }) => type)).toEqual([
      RangesActions.writingFailed.type,
      RangesActions.created.type,
    ]);
  });
});

describe('the clauses on offer', () => {
  const words = {
    ...vocabulary,
    attributes: [
      {
        key: 'material',
        labels: { en: 'Material' },
        unit: null,
        type: 'text' as const,
        onCards: true,
        coverage: 1,
        values: [],
      },
      {
        key: 'diameter',
        labels: { en: 'Diameter' },
        unit: 'cm',
        type: 'number' as const,
        onCards: true,
        coverage: 1,
        values: [],
      },
    ],
  };
  const groups = { categories: [{ id: 4 }], collections: [{ id: 2 }], tags: [{ id: 7 }] };

  it('can all be saved as they are made, with what this catalogue has', () => {
    for (const { name, make } of clauseOffers(words, groups)) {
      const rule: RangeRule = { ...AISLE_RANGE, clauses: [make()] };
      expect(savedRuleSchema.validate(rule, { convert: false }).error, name).toBeUndefined();
    }
  });

  it('name attributes in their own words and leave out what the catalogue lacks', () => {
    const names = clauseOffers(words, { ...groups, tags: [] }).map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(['Material', 'Diameter', 'category', 'on sale']));
    expect(names).not.toContain('tag');
    expect(new Set(names).size).toBe(names.length);
  });
});
