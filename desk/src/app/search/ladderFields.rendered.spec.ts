import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import { NO_SEARCH_RULES, type Ladder } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { draw } from '../testing/draw';
import { names } from '../testing/rangeNames';
import { RangeVocabulary } from '../wording/rangeNames';
import { LadderFields } from './ladderFields';

const groups = { categories: [], collections: [], tags: [] };
const vocabulary = { words: signal(null), groups: signal(groups), names: signal(names) };
const api = { range: () => of({ source: 300, count: 148, steps: [] }) };

@Component({
  selector: 'desk-test-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LadderFields],
  template: `<desk-ladder-fields [ladder]="ladder()" [lang]="lang()" (changed)="ladder.set($event)" />`,
})
class Rungs {
  readonly ladder = signal<Ladder>(NO_SEARCH_RULES.nothing);
  readonly lang = signal('en');
}
const shown = () =>
  draw(Rungs, [
    { provide: ExplainApi, useValue: api },
    { provide: RangeVocabulary, useValue: vocabulary },
  ]);
const rungs = ({ ladder }: Rungs): string =>
  ladder()
    .rungs.map(({ rung, on }) => `${rung} ${on}`)
    .join();

describe('what shoppers get instead of nothing', () => {
  it('is tried rung by rung, each on or off, in an order of choice', async () => {
    const { component, root, press, settled } = await shown();
    const before = rungs(component);
    root.querySelector<HTMLInputElement>('li input')!.click();
    await settled();
    expect(rungs(component)).not.toBe(before);
    const [first, second] = component.ladder().rungs;
    await press('Down: The closest spelling');
    expect(component.ladder().rungs.slice(0, 2)).toEqual([second, first]);
  });

  it('has a range that tells how much it shows, and is given up again', async () => {
    const { component, root, said, settled } = await shown();
    const choose = async (at: number): Promise<void> => {
      root.querySelectorAll<HTMLInputElement>('[name="nothing-source"]')[at].click();
      await settled();
    };
    await choose(2);
    expect(component.ladder().range).toEqual({ source: { kind: 'catalogue' }, clauses: [] });
    expect(said('.hint[role="status"]')).toContain('148 products on an empty page of results');
    await choose(0);
    expect(component.ladder().range).toBeNull();
  });

  it('has words per language, which are nothing where all of them are empty', async () => {
    const { component, write, settled } = await shown();
    await write('Words on an empty shelf', ' Ask us ');
    component.lang.set('fr');
    await settled();
    await write('Words on an empty shelf', 'Demandez-nous');
    expect(component.ladder().words.map(({ lang, words }) => [lang, words])).toEqual([
      ['en', 'Ask us'],
      ['fr', 'Demandez-nous'],
    ]);
    await write('Words on an empty shelf', '  ');
    expect(component.ladder().words.map(({ lang }) => lang)).toEqual(['en']);
  });
});
