import { MatButtonHarness } from '@angular/material/button/testing';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it, vi } from 'vitest';
import type { Problem } from '@fond/contract';
import { render } from '../testing/render';
import type { RecordEditor } from './recordEditor';
import { RecordTrouble } from './recordTrouble';

interface Stored {
  id: number;
  version: number;
}
const theirs: Stored = { id: 7, version: 3 };
const conflict: Problem & { theirs: Stored } = {
  type: '/problems/newer-draft',
  title: 'Somebody saved a newer one',
  status: 409,
  detail: 'Nothing was saved.',
  theirs,
};

const editor = {
  problem: signal<Problem | null>(null),
  newer: signal<typeof conflict | null>(null),
  takeTheirs: vi.fn(),
  save: vi.fn(),
};

@Component({
  selector: 'desk-test-trouble',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RecordTrouble],
  template: `<desk-record-trouble [editor]="editor" />`,
})
class Trouble {
  protected readonly editor = editor as unknown as RecordEditor<Stored, Stored, Stored>;
}

describe('the trouble of a record', () => {
  it('is silent where there is none', () => {
    const { fixture } = render(Trouble);
    expect((fixture.nativeElement as HTMLElement).textContent?.trim()).toBe('');
  });

  it('names the field’s fault rather than the whole, and offers no way that leads nowhere', async () => {
    editor.problem.set({
      ...conflict,
      type: '/problems/bad-input',
      errors: [{ path: 'slug', message: 'is taken' }],
    });
    const { fixture, loader } = render(Trouble);
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('is taken');
    expect(await loader.getAllHarnesses(MatButtonHarness)).toEqual([]);
  });

  it('leads out of a conflict by either of both versions', async () => {
    editor.problem.set(conflict);
    editor.newer.set(conflict);
    const { loader } = render(Trouble);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Load theirs' }))).click();
    expect(editor.takeTheirs).toHaveBeenCalledExactlyOnceWith(theirs);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Save mine over it' }))).click();
    expect(editor.save).toHaveBeenCalledExactlyOnceWith(3);
  });
});
