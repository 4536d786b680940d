import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { Vocabulary } from '@fond/contract';
import type { Clause, SieveStep } from '@fond/core';
import { names } from '../testing/rangeNames';
import { render } from '../testing/render';
import { RangeVocabulary } from '../wording/rangeNames';
import { ClauseList } from './clauseList';
import { ClauseListHarness } from './clauseList.harness';

const vocabulary = {
  words: signal<Vocabulary | null>(null),
  groups: signal({
    categories: [{ id: 2, title: 'Pans' }],
    collections: [{ id: 1, title: 'House picks' }],
    tags: [{ id: 4, title: 'Gifts' }],
  }),
  names: signal(names),
};

/** Of a source of 148 products. */
const step = (left: number, alone: number): SieveStep => ({
  left,
  alone,
  without: 148,
  inShop: 300,
  fault: null,
  of: [],
});

@Component({
  selector: 'desk-test-clauses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList],
  template: `<desk-clauses
    [clauses]="clauses()"
    [steps]="steps()"
    [source]="148"
    (changed)="clauses.set($event)"
  />`,
})
class Clauses {
  readonly clauses = signal<readonly Clause[]>([{ kind: 'featured' }, { kind: 'tag', tag: 4 }]);
  readonly steps = signal<readonly SieveStep[] | null>(null);
}

const shown = async (): Promise<{ component: Clauses; list: ClauseListHarness }> => {
  const { component, find } = render(Clauses, [{ provide: RangeVocabulary, useValue: vocabulary }]);
  return { component, list: await find(ClauseListHarness.outermost()) };
};

describe('a list of clauses', () => {
  it('says each as a sentence does, and what is left after it', async () => {
    const { component, list } = await shown();
    expect(await list.said()).toEqual(['are featured', 'are tagged “Gifts”']);
    expect(await list.left(0)).toBeNull();
    component.steps.set([step(30, 118), step(0, 148)]);
    expect([await list.left(0), await list.left(1)]).toEqual([30, 0]);
    expect(await list.told(0)).toBe('By itself it keeps 30 of 148.');
    expect(await list.told(1), 'the one that empties the shelf').toBe('By itself it keeps none of 148.');
  });

  it('tells of what is gone from the catalogue', async () => {
    const { component, list } = await shown();
    component.clauses.set([{ kind: 'tag', tag: 99 }]);
    component.steps.set([{ ...step(148, 0), fault: { kind: 'tag', name: '99' } }]);
    expect(await list.told(0)).toContain('no longer in the catalogue');
  });

  it('turns a clause round, and takes one away', async () => {
    const { component, list } = await shown();
    await list.toggleNot(0);
    expect(component.clauses()[0]).toEqual({ kind: 'none', of: [{ kind: 'featured' }] });
    await list.toggleNot(0);
    expect(component.clauses()[0]).toEqual({ kind: 'featured' });
    await list.takeAway(0);
    expect(component.clauses()).toEqual([{ kind: 'tag', tag: 4 }]);
  });

  it('adds what is chosen, in groups too', async () => {
    const { component, list } = await shown();
    expect(await list.offers()).toContain('on sale');
    await list.add('on sale');
    expect(component.clauses()).toHaveLength(3);
    component.clauses.set([{ kind: 'any', of: [] }]);
    const inner = await list.within(0);
    await inner.add('on sale');
    expect(component.clauses()).toEqual([{ kind: 'any', of: [expect.anything()] }]);
    expect(await list.count()).toBe(1);
    expect(await inner.count()).toBe(1);
  });
});
