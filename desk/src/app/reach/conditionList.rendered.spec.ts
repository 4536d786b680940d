import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { Condition } from '@fond/core';
import { render } from '../testing/render';
import { RangeVocabulary } from '../wording/rangeNames';
import { ConditionList } from './conditionList';
import { ConditionListHarness } from './conditionList.harness';

const vocabulary = {
  words: signal(null),
  groups: signal({ categories: [{ id: 2, title: 'Pans' }], collections: [], tags: [] }),
};

@Component({
  selector: 'desk-test-conditions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConditionList],
  template: `<desk-condition-list [conditions]="list()" (changed)="take($event)" />`,
})
class Conditions {
  readonly whole = signal<Condition>({ kind: 'all', of: [] });
  protected readonly list = computed(
    () => (this.whole() as Extract<Condition, { of: unknown }>).of as Condition[],
  );

  protected take(condition: Condition): void {
    this.whole.set(condition);
  }
}

describe('conditions', () => {
  it('are added by what they are about, changed in place, and taken away', async () => {
    const { component, find } = render(Conditions, [{ provide: RangeVocabulary, useValue: vocabulary }]);
    const list = await find(ConditionListHarness.outermost());
    await list.add('weekdays');
    expect(await list.about()).toEqual(['weekdays']);
    expect(component.whole()).toEqual({ kind: 'all', of: [{ kind: 'weekdays', days: [1, 2, 3, 4, 5] }] });
    const [first] = await list.pressed();
    await list.toggle(first);
    expect(component.whole()).toEqual({ kind: 'all', of: [{ kind: 'weekdays', days: [2, 3, 4, 5] }] });
    await list.takeAway('weekdays');
    expect(component.whole()).toEqual({ kind: 'all', of: [] });
  });

  it('keep the last choice, as none could never hold', async () => {
    const { component, find } = render(Conditions, [{ provide: RangeVocabulary, useValue: vocabulary }]);
    component.whole.set({ kind: 'all', of: [{ kind: 'width', widths: ['wide'] }] });
    const list = await find(ConditionListHarness.outermost());
    await list.toggle('wide');
    expect(await list.pressed()).toEqual(['wide']);
  });
});
