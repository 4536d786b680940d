import { USUAL_GAP } from '@fond/core';
import { BehaviorSubject, of, Subject, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Action } from '@ngrx/store';
import type { Actions } from '@ngrx/effects';
import type { EditionSummary, Preview, Problem, StoredPlan } from '@fond/contract';
import type { Plan, PlanDocument } from '@fond/core';
import type { Api } from '../api/api';
import { FloorActions } from '../store/floor.actions';
import { away, plan, stored, vocabulary } from '../testing/plans';
import { withShelf } from '../field/lists';
import { edited, historyOf } from './history';
import type { KeptDrafts } from './keptDrafts';
import { PlanActions } from './plan.actions';
import { planEffects } from './plan.effects';
import { planFeature, type PlanState } from './plan.feature';

const edit = (gap: number): Action =>
  PlanActions.edited({
    plan: withShelf(plan, { gap: { ...USUAL_GAP, wide: gap } }),
    what: 'gap',
    at: gap * 10_000,
  });

/** The effects over a real reducer, with a server and a browser storage that the test plays. */
class Bench {
  private readonly incoming = new Subject<Action>();
  private readonly state = new BehaviorSubject<PlanState>(planFeature.reducer(undefined, { type: '@@init' }));
  readonly seen: Action[] = [];
  readonly api = {
    readPlan: vi.fn((_id: string): Observable<StoredPlan> => of(stored(3))),
    vocabulary: vi.fn(() => of(vocabulary)),
    savePlan: vi.fn((document: PlanDocument, version: number) => of(stored(version + 1, document as Plan))),
    preview: vi.fn((_plan: PlanDocument, _address: string, _seen: object) =>
      of({ page: null, report: null, serves: 0, disputes: [], gained: [], lost: [] } as Preview),
    ),
    livePage: vi.fn((_address: string) => of({ kind: 'missing' } as never)),
  };
  readonly kept = { keep: vi.fn(), forget: vi.fn(), read: vi.fn((): unknown => null) };

  constructor() {
    const api = this.api as unknown as Api;
    const kept = this.kept as unknown as KeptDrafts;
    const actions = this.incoming as unknown as Actions;
    const { state } = this;
    const running: Observable<unknown>[] = [
      planEffects.load(actions, api, kept, state),
      planEffects.save(actions, api, state),
      planEffects.preview(actions, api, state),
      planEffects.livePage(actions, api, state),
      planEffects.floorFollows(actions),
    ];
    for (const effect of running) effect.subscribe((action) => this.dispatch(action as Action));
    planEffects.keep(actions, kept, state).subscribe();
    planEffects.settle(actions, kept, state).subscribe();
    planEffects.forgetPutAway(actions, kept).subscribe();
  }

  get now(): PlanState {
    return this.state.value;
  }

  /** As the store does it: first the reducer, then the effects. */
  dispatch(action: Action): void {
    this.seen.push(action);
    this.state.next(
      planFeature.reducer(this.state.value, action as Parameters<typeof planFeature.reducer>[1]),
    );
    this.incoming.next(action);
  }

  open(): void {
    this.dispatch(PlanActions.opened({ id: 'p', address: '/' }));
    vi.advanceTimersByTime(1_000);
  }

  count({ type }: { type: string }): number {
    return this.seen.filter((action) => action.type === type).length;
  }
}

let bench: Bench;
beforeEach(() => {
  vi.useFakeTimers();
  bench = new Bench();
});
afterEach(() => vi.useRealTimers());

describe('opening a plan', () => {
  it('reads it with its words and shows its page, and saves nothing', () => {
    bench.open();
    expect(bench.now).toMatchObject({ loading: false, version: 3, saving: 'saved' });
    expect(bench.kept.keep).toHaveBeenLastCalledWith(bench.now.history, 3, false);
    expect(bench.api.preview).toHaveBeenCalledWith(plan, '/', {});
    expect(bench.api.savePlan).not.toHaveBeenCalled();
  });

  it('brings back what this browser had kept, and saves that', () => {
    const history = edited(
      historyOf<PlanDocument>(plan),
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 44 } }),
      'gap',
      0,
    );
    bench.kept.read.mockReturnValue({ history, version: 3, unsaved: true });
    bench.open();
    expect(bench.now.restored).toBe(false);
    expect(bench.api.savePlan).toHaveBeenCalledWith(withShelf(plan, { gap: { ...USUAL_GAP, wide: 44 } }), 3);
    expect(bench.now).toMatchObject({ saving: 'saved', version: 4 });
  });

  it('tells why it can’t be read', () => {
    bench.api.readPlan.mockReturnValueOnce(throwError(() => away));
    bench.open();
    expect(bench.now).toMatchObject({ loading: false, problem: away, history: null });
  });
});

describe('editing', () => {
  beforeEach(() => bench.open());

  it('keeps each edit in this browser at once and saves a moment after the last one', () => {
    bench.dispatch(edit(10));
    bench.dispatch(edit(20));
    expect(bench.kept.keep).toHaveBeenLastCalledWith(
      expect.objectContaining({ present: withShelf(plan, { gap: { ...USUAL_GAP, wide: 20 } }) }),
      3,
      true,
    );
    vi.advanceTimersByTime(499);
    expect(bench.api.savePlan).not.toHaveBeenCalled();
    vi.advanceTimersByTime(1);
    expect(bench.api.savePlan).toHaveBeenCalledExactlyOnceWith(
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 20 } }),
      3,
    );
    expect(bench.kept.keep).toHaveBeenLastCalledWith(bench.now.history, 4, false);
  });

  it('sends what was edited while a save was on its way as the next one, over the version it made', () => {
    const answer = new Subject<StoredPlan>();
    bench.api.savePlan.mockReturnValueOnce(answer);
    bench.dispatch(edit(10));
    vi.advanceTimersByTime(500);
    bench.dispatch(edit(30));
    vi.advanceTimersByTime(500);
    expect(bench.api.savePlan).toHaveBeenCalledTimes(1);
    bench.kept.keep.mockClear();
    answer.next(stored(4, withShelf(plan, { gap: { ...USUAL_GAP, wide: 10 } })));
    expect(bench.kept.keep).not.toHaveBeenCalled();
    answer.complete();
    expect(bench.api.savePlan).toHaveBeenLastCalledWith(
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 30 } }),
      4,
    );
    expect(bench.now).toMatchObject({ saving: 'saved', version: 5 });
  });

  it('tries again every two seconds while the server is away, and loses nothing', () => {
    bench.api.savePlan
      .mockReturnValueOnce(throwError(() => away))
      .mockReturnValueOnce(throwError(() => away));
    bench.dispatch(edit(10));
    vi.advanceTimersByTime(500);
    expect(bench.now.saving).toBe('waiting');
    vi.advanceTimersByTime(2_000);
    expect(bench.now.saving).toBe('waiting');
    vi.advanceTimersByTime(2_000);
    expect(bench.api.savePlan).toHaveBeenCalledTimes(3);
    expect(bench.now).toMatchObject({ saving: 'saved', version: 4 });
  });

  it('stops at a refusal, which waiting can’t mend', () => {
    const refused: Problem = { type: '/problems/bad-input', title: 'No', status: 400, detail: '' };
    bench.api.savePlan.mockReturnValueOnce(throwError(() => refused));
    bench.dispatch(edit(10));
    vi.advanceTimersByTime(10_000);
    expect(bench.api.savePlan).toHaveBeenCalledTimes(1);
    expect(bench.now).toMatchObject({ saving: 'refused', savingProblem: refused });
    expect(bench.kept.keep).toHaveBeenLastCalledWith(expect.anything(), 3, true);
  });

  it('hands over a newer draft instead of saving over it, and saves mine once I say so', () => {
    const theirs = stored(9, withShelf(plan, { gap: { ...USUAL_GAP, wide: 2 } }));
    const newer = { type: '/problems/newer-draft', title: '', status: 409, detail: '', theirs };
    bench.api.savePlan.mockReturnValueOnce(throwError(() => newer));
    bench.dispatch(edit(10));
    vi.advanceTimersByTime(500);
    expect(bench.now).toMatchObject({ saving: 'conflict', theirs });
    vi.advanceTimersByTime(10_000);
    expect(bench.api.savePlan).toHaveBeenCalledTimes(1);
    bench.dispatch(PlanActions.mineKept());
    vi.advanceTimersByTime(500);
    expect(bench.api.savePlan).toHaveBeenLastCalledWith(
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 10 } }),
      9,
    );
  });

  it('asks for the newest preview only', () => {
    bench.api.preview.mockClear();
    const slow = new Subject<Preview>();
    bench.api.preview.mockReturnValueOnce(slow);
    bench.dispatch(edit(10));
    vi.advanceTimersByTime(30);
    bench.dispatch(edit(20));
    vi.advanceTimersByTime(30);
    const before = bench.count(PlanActions.previewed);
    slow.next({ page: null, report: null, serves: 99, disputes: [], gained: [], lost: [] });
    expect(bench.count(PlanActions.previewed)).toBe(before);
    expect(bench.now.preview?.serves).toBe(0);
  });

  it('shows another address, and the live page beside it where that is wished', () => {
    bench.dispatch(PlanActions.addressChosen({ address: '/table' }));
    vi.advanceTimersByTime(30);
    expect(bench.api.preview).toHaveBeenLastCalledWith(plan, '/table', {});
    bench.dispatch(PlanActions.seenAs({ seen: { part: 7 } }));
    vi.advanceTimersByTime(30);
    expect(bench.api.preview).toHaveBeenLastCalledWith(plan, '/table', { part: 7 });
    expect(bench.api.livePage).not.toHaveBeenCalled();
    bench.dispatch(PlanActions.liveToggled({ live: true }));
    expect(bench.api.livePage).toHaveBeenCalledWith('/table');
  });
});

describe('publishing', () => {
  beforeEach(() => bench.open());

  it('has the draft stored at once', () => {
    bench.dispatch(edit(10));
    bench.dispatch(PlanActions.savingHurried());
    expect(bench.api.savePlan).toHaveBeenCalledExactlyOnceWith(
      withShelf(plan, { gap: { ...USUAL_GAP, wide: 10 } }),
      3,
    );
  });

  it('tells the floor, and the plan if it was among those that were published', () => {
    const edition = { number: 4 } as unknown as EditionSummary;
    bench.dispatch(PlanActions.published({ edition, plans: ['other'] }));
    expect(bench.now.published).toBeNull();
    bench.dispatch(PlanActions.published({ edition, plans: ['other', 'p'] }));
    expect(bench.now.published).toEqual(edition);
    expect(bench.count(FloorActions.shopChanged)).toBe(2);
  });

  it('forgets what was kept of a plan that was put away', () => {
    bench.dispatch(PlanActions.putAway({ id: 'p' }));
    expect(bench.kept.forget).toHaveBeenCalledWith('p');
    expect(bench.now.id).toBeNull();
  });
});
