import { of, Subject, throwError, type Observable } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Router } from '@angular/router';
import type { Actions } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import type { Floor, Problem, StoredPlan } from '@fond/contract';
import type { Api } from '../api/api';
import { FloorActions } from '../store/floor.actions';
import { floorEffects } from '../store/floor.effects';
import { floorFeature, type FloorState } from '../store/floor.feature';

const floor = { aisles: [], plans: [], products: 7, edition: { number: 2 } } as unknown as Floor;
const away: Problem = { type: '/problems/database-away', title: 'Away', status: 503, detail: '' };
const made = { document: { id: 'kettles' } } as unknown as StoredPlan;
const asked = FloorActions.ownPlanAsked({
  name: 'Kettles',
  reach: { include: [], exclude: [] },
  from: 'house',
  aisle: '/kettles',
});

describe('the floor', () => {
  const after = (...actions: Action[]): FloorState =>
    actions.reduce<FloorState>(
      (state, action) => floorFeature.reducer(state, action as typeof asked),
      floorFeature.reducer(undefined, { type: '@@init' }),
    );

  it('goes on showing what it had while it reads anew, and when that fails', () => {
    const loaded = FloorActions.loaded({ floor });
    expect(after(FloorActions.entered(), loaded, FloorActions.shopChanged())).toMatchObject({
      floor,
      loading: true,
    });
    expect(after(loaded, FloorActions.loadingFailed({ problem: away }))).toEqual({
      floor,
      loading: false,
      problem: away,
    });
  });

  it('drops a problem as soon as it reads again', () => {
    expect(after(FloorActions.loadingFailed({ problem: away }), FloorActions.entered()).problem).toBeNull();
  });

  it('tells which edition is live', () => {
    expect(floorFeature.selectEdition({ floor: after(FloorActions.loaded({ floor })) })?.number).toBe(2);
    expect(floorFeature.selectEdition({ floor: after() })).toBeNull();
  });
});

describe('an aisle’s own plan', () => {
  let actions: Subject<Action>;
  let seen: Action[];
  const router = { navigate: vi.fn() };
  const api = {
    floor: vi.fn(() => of(floor)),
    createPlan: vi.fn((..._: unknown[]): Observable<StoredPlan> => of(made)),
  };

  beforeEach(() => {
    vi.clearAllMocks();
    actions = new Subject();
    seen = [];
    const given = actions as unknown as Actions;
    const server = api as unknown as Api;
    const running: Observable<Action>[] = [
      floorEffects.load(given, server),
      floorEffects.makePlan(given, server),
      floorEffects.follow(given),
    ];
    for (const effect of running) effect.subscribe((action) => seen.push(action));
    floorEffects.openPlan(given, router as unknown as Router).subscribe();
  });

  it('is made from the one that serves it now, and opened at that aisle', () => {
    actions.next(asked);
    expect(api.createPlan).toHaveBeenCalledWith('Kettles', { include: [], exclude: [] }, 'house', 'heir');
    expect(seen).toEqual([FloorActions.ownPlanMade({ stored: made, aisle: '/kettles' })]);
    actions.next(seen[0]);
    expect(router.navigate).toHaveBeenCalledWith(['/plans', 'kettles'], {
      queryParams: { aisle: '/kettles' },
    });
    expect(seen).toContainEqual(FloorActions.shopChanged());
  });

  it('tells why it could not be made', () => {
    api.createPlan.mockReturnValueOnce(throwError(() => away));
    actions.next(asked);
    expect(seen).toEqual([FloorActions.ownPlanFailed({ problem: away })]);
    expect(router.navigate).not.toHaveBeenCalled();
  });

  it('reads the floor whenever it is entered and whenever the shop changed', () => {
    actions.next(FloorActions.entered());
    actions.next(FloorActions.shopChanged());
    expect(api.floor).toHaveBeenCalledTimes(2);
    expect(seen.at(-1)).toEqual(FloorActions.loaded({ floor }));
  });
});
