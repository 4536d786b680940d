import { USUAL_GAP } from '@fond/core';
import { describe, expect, it } from 'vitest';
import { away, plan, stored, vocabulary } from '../testing/plans';
import type { PlanDocument } from '@fond/core';
import { withShelf } from '../field/lists';
import { edited, historyOf } from './history';
import { PlanActions } from './plan.actions';
import { planFeature, type PlanState } from './plan.feature';

type Action = Parameters<typeof planFeature.reducer>[1];
const after = (...actions: Action[]): PlanState =>
  actions.reduce<PlanState>(
    (state, action) => planFeature.reducer(state, action),
    planFeature.reducer(undefined, { type: '@@init' }),
  );

const opened = [
  PlanActions.opened({ id: 'p', address: '/' }),
  PlanActions.loaded({ stored: stored(3), vocabulary, kept: null }),
];
const wide = withShelf(plan, { gap: { ...USUAL_GAP, wide: 40 } });
const edit = PlanActions.edited({ plan: wide, what: 'gap', at: 1 });

describe('a plan being edited', () => {
  it('is saved, edited, on its way, and saved again under the next version', () => {
    expect(after(...opened).saving).toBe('saved');
    expect(after(...opened, edit)).toMatchObject({ saving: 'edited', version: 3 });
    expect(after(...opened, edit, PlanActions.savingStarted()).saving).toBe('saving');
    expect(
      after(...opened, edit, PlanActions.savingStarted(), PlanActions.saved({ stored: stored(4, wide) })),
    ).toMatchObject({
      saving: 'saved',
      version: 4,
      stored: wide,
    });
  });

  it('stays to be saved when it was edited while it was on its way', () => {
    const wider = PlanActions.edited({
      plan: withShelf(plan, { gap: { ...USUAL_GAP, wide: 60 } }),
      what: 'gap',
      at: 5000,
    });
    const state = after(
      ...opened,
      edit,
      PlanActions.savingStarted(),
      wider,
      PlanActions.saved({ stored: stored(4, wide) }),
    );
    expect(state).toMatchObject({ saving: 'edited', version: 4 });
    expect(state.history!.present).toEqual(wider.plan);
  });

  it('keeps its edits while the server is away', () => {
    const state = after(
      ...opened,
      edit,
      PlanActions.savingStarted(),
      PlanActions.savingWaits({ problem: away }),
    );
    expect(state).toMatchObject({ saving: 'waiting', savingProblem: away });
    expect(state.history!.present).toEqual(wide);
  });

  it('has a newer draft taken with its own one undo away', () => {
    const theirs = stored(7, withShelf(plan, { gap: { ...USUAL_GAP, wide: 8 } }));
    const taken = [
      ...opened,
      edit,
      PlanActions.newerDraftFound({ theirs }),
      PlanActions.theirsTaken({ at: 9000 }),
    ];
    expect(after(...taken)).toMatchObject({
      saving: 'saved',
      version: 7,
      theirs: null,
      history: { present: theirs.plan },
    });
    const undone = after(...taken, PlanActions.undone());
    expect(undone).toMatchObject({ saving: 'edited', version: 7, history: { present: wide } });
  });

  it('is saved over a newer draft only when that was asked for', () => {
    const theirs = stored(7, withShelf(plan, { gap: { ...USUAL_GAP, wide: 8 } }));
    const conflict = [...opened, edit, PlanActions.newerDraftFound({ theirs })];
    const more = PlanActions.edited({
      plan: withShelf(plan, { gap: { ...USUAL_GAP, wide: 41 } }),
      what: 'gap',
      at: 2,
    });
    expect(after(...conflict, more).saving).toBe('conflict');
    expect(after(...conflict, PlanActions.mineKept())).toMatchObject({
      saving: 'edited',
      version: 7,
      history: { present: wide },
    });
  });

  it('brings back what this browser kept, as an edit that can be undone', () => {
    const kept = {
      history: edited(historyOf<PlanDocument>(plan), wide, 'gap', 0),
      version: 3,
      unsaved: true,
    };
    const state = after(opened[0], PlanActions.loaded({ stored: stored(3), vocabulary, kept }));
    expect(state).toMatchObject({ restored: true, saving: 'edited', history: { present: wide } });
    expect(planFeature.reducer(state, PlanActions.undone()).history!.present).toEqual(plan);
  });

  it('takes for saved what was stored just before the page was left, and can still undo it', () => {
    const history = edited(historyOf<PlanDocument>(plan), wide, 'gap', 0);
    const kept = { history, version: 3, unsaved: true };
    const state = after(opened[0], PlanActions.loaded({ stored: stored(4, wide), vocabulary, kept }));
    expect(state).toMatchObject({ restored: false, saving: 'saved', version: 4, history });
  });

  it('goes on with the way it came after a reload, as long as nobody has saved another draft', () => {
    const history = edited(historyOf<PlanDocument>(wide), plan, 'gap', 0);
    const load = (version: number): PlanState =>
      after(
        opened[0],
        PlanActions.loaded({
          stored: stored(version),
          vocabulary,
          kept: { history, version: 3, unsaved: false },
        }),
      );
    expect(load(3)).toMatchObject({ saving: 'saved', restored: false, history });
    expect(load(4).history).toMatchObject({ past: [], present: plan });
  });

  it('differs from what is live until it is published', () => {
    const differs = (state: PlanState): boolean => planFeature.selectDiffersFromLive({ plan: state });
    expect(differs(after(...opened))).toBe(false);
    const saved = after(
      ...opened,
      edit,
      PlanActions.savingStarted(),
      PlanActions.saved({ stored: stored(4, wide) }),
    );
    expect(differs(saved)).toBe(true);
    const turned = Object.fromEntries(
      Object.entries(stored(4).document).reverse(),
    ) as unknown as PlanDocument;
    expect(differs({ ...after(...opened), liveDocument: turned }), 'with its keys in another order').toBe(
      false,
    );
    const edition = {
      number: 5,
      publishedAt: '',
      publishedBy: '',
      note: '',
      hash: '',
      live: true,
      plans: [],
      campaigns: [],
    };
    const published = planFeature.reducer(saved, PlanActions.published({ edition, plans: ['p'] }));
    expect(published).toMatchObject({ published: edition });
    expect(differs(published)).toBe(false);
  });

  it('is left as it was by a page of another plan', () => {
    const state = after(...opened, edit);
    expect(planFeature.reducer(state, PlanActions.opened({ id: 'p', address: '/knives' }))).toMatchObject({
      address: '/knives',
      history: state.history,
    });
    expect(planFeature.reducer(state, PlanActions.opened({ id: 'q', address: '/' }))).toMatchObject({
      id: 'q',
      history: null,
      loading: true,
    });
  });

  it('is put together with a newer draft, over its version, with mine one undo away', () => {
    const theirs = stored(7, { ...withShelf(plan, { gap: { ...USUAL_GAP, wide: 8 } }), name: 'Theirs' });
    const merged = { ...wide, name: 'Theirs' };
    const state = after(
      ...opened,
      edit,
      PlanActions.newerDraftFound({ theirs }),
      PlanActions.merged({ plan: merged, at: 9000 }),
    );
    expect(state).toMatchObject({ saving: 'edited', version: 7, theirs: null, stored: theirs.document });
    expect(state.history!.present).toEqual(merged);
    expect(planFeature.reducer(state, PlanActions.undone()).history!.present).toEqual(wide);
  });
});

describe('a plan that builds on another', () => {
  const heir = {
    id: 'h',
    name: 'Heir',
    reach: plan.reach,
    kind: 'page' as const,
    rank: 0,
    base: 'p',
    own: null,
  };
  const read = { ...stored(1, plan), document: heir, bases: [plan], liveDocument: null, live: null };
  const open = [
    PlanActions.opened({ id: 'h', address: '/' }),
    PlanActions.loaded({ stored: read, vocabulary, kept: null }),
  ];
  const filled = (state: PlanState) => planFeature.selectPlan({ plan: state })!;

  it('is edited whole and kept as what differs', () => {
    const edited = after(
      ...open,
      PlanActions.edited({
        plan: withShelf({ ...plan, id: 'h', name: 'Heir' }, { gap: { ...USUAL_GAP, wide: 40 } }),
        what: 'gap',
        at: 1,
      }),
    );
    expect(edited.history!.present).toMatchObject({
      base: 'p',
      own: { at: { fixtures: { items: { shelf: { at: { gap: { at: { wide: { set: 40 } } } } } } } } },
    });
    expect(filled(edited).fixtures).toEqual(wide.fixtures);
  });

  it('hands a setting back, and undo has it again', () => {
    const edited = PlanActions.edited({
      plan: withShelf({ ...plan, id: 'h', name: 'Heir' }, { gap: { ...USUAL_GAP, wide: 40 } }),
      what: 'gap',
      at: 1,
    });
    const back = PlanActions.resetToBase({
      paths: [['fixtures', 'shelf', 'gap', 'wide']],
      what: 'hand back',
      at: 5000,
    });
    const state = after(...open, edited, back);
    expect(state.history!.present).toEqual(heir);
    expect(filled(state).fixtures).toEqual(plan.fixtures);
    expect(filled(planFeature.reducer(state, PlanActions.undone())).fixtures).toEqual(wide.fixtures);
  });
});
