import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { render } from '../testing/render';
import { Word } from './word';
import { WordHarness } from './word.harness';

@Component({
  selector: 'desk-test-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Word],
  template: `In
    <span
      deskWord="grid"
      [open]="open()"
      [inherited]="inherited()"
      (pressed)="open.set(open() ? null : 'grid')"
      (resetPressed)="inherited.set(true)"
      >3 columns</span
    >.`,
})
class Sentence {
  readonly open = signal<string | null>(null);
  readonly inherited = signal(false);
}

describe('a word of the brief', () => {
  it('opens and closes its slip by mouse and by keyboard, and says which it is', async () => {
    const { find } = render(Sentence);
    const word = await find(WordHarness.opening('grid'));
    expect([await word.says(), await word.isOpen()]).toEqual(['3 columns', false]);
    await word.press();
    expect(await word.isOpen()).toBe(true);
    await word.pressByKey('Enter');
    expect(await word.isOpen()).toBe(false);
    await word.pressByKey(' ');
    expect(await word.isOpen()).toBe(true);
  });

  it('gives back what is its own at the press of a key', async () => {
    const { find } = render(Sentence);
    const word = await find(WordHarness);
    expect(await word.isInherited()).toBe(false);
    await word.reset();
    expect(await word.isInherited()).toBe(true);
  });
});
