import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { RowToolsHarness } from '../../field/rowTools.harness';
import { render } from '../../testing/render';
import { EntryList } from './entryList';
import { EntryListHarness } from './entryList.harness';

@Component({
  selector: 'desk-test-entries',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EntryList],
  template: `<desk-entry-list
    id="tags"
    label="Tags"
    [text]="text()"
    [choices]="['New', 'Gift']"
    firstWord="main"
    (changed)="text.set($event)"
  />`,
})
class Listing {
  readonly text = signal('New|Quiet');
}

describe('a list of entries', () => {
  it('takes entries by name, once each, and offers what isn’t in it', async () => {
    const { component, find } = render(Listing);
    const list = await find(EntryListHarness);
    expect([await list.entries(), await list.offers()]).toEqual([['New main', 'Quiet'], ['Gift']]);
    await list.add('Gift');
    await list.add('Quiet');
    await list.add('  ');
    expect(component.text()).toBe('New|Quiet|Gift');
    await list.add('Two | Three');
    expect(component.text()).toBe('New|Quiet|Gift|Two|Three');
  });

  it('puts another entry first, and takes the last one out', async () => {
    const { component, find } = render(Listing);
    await (await find(RowToolsHarness)).moveDown();
    expect(component.text()).toBe('Quiet|New');
    const list = await find(EntryListHarness);
    await list.leaveOut('Quiet');
    await list.leaveOut('New');
    expect([component.text(), await list.entries()]).toEqual(['', ['None yet.']]);
  });
});
