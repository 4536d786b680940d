import { ChangeDetectionStrategy, Component } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { render } from '../testing/render';
import { SlipIndex } from './slipIndex';
import { SlipIndexHarness } from './slipIndex.harness';

@Component({
  selector: 'desk-test-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SlipIndex],
  template: `
    <desk-slip-index [parts]="parts" />
    <div data-part="colours"><input aria-label="Ink" /></div>
    <details data-part="css">
      <summary>Own CSS</summary>
    </details>
  `,
})
class LongSlip {
  readonly parts = [
    { part: 'colours', name: 'Colours' },
    { part: 'css', name: 'CSS' },
    { part: 'gone', name: 'Gone' },
  ];
}

describe('what a long slip holds', () => {
  /** Nothing is scrolled where nothing is laid out. */
  const scrolled = vi.fn<() => void>();
  beforeEach(() => {
    HTMLElement.prototype.scrollIntoView = scrolled;
  });
  afterEach(() => {
    Reflect.deleteProperty(HTMLElement.prototype, 'scrollIntoView');
  });

  it('stands on one line, and each word leads to its part, opened where it was folded', async () => {
    const { find, fixture } = render(LongSlip);
    const index = await find(SlipIndexHarness);
    expect(await index.parts()).toEqual(['Colours', 'CSS', 'Gone']);
    await index.goTo('Colours');
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Ink');
    const folded = (fixture.nativeElement as HTMLElement).querySelector('details')!;
    expect(folded.open).toBe(false);
    await index.goTo('CSS');
    expect([folded.open, document.activeElement?.textContent]).toEqual([true, 'Own CSS']);
    expect(scrolled).toHaveBeenCalledTimes(2);
    await index.goTo('Gone');
    expect(document.activeElement?.textContent, 'the focus stays where it was').toBe('Own CSS');
  });
});
