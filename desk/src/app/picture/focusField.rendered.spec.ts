import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { FocusPoint } from '@fond/core';
import { draw } from '../testing/draw';
import { FocusField } from './focusField';

@Component({
  selector: 'desk-test-focus',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FocusField],
  template: `<desk-focus-field hash="h" [focus]="focus()" (focused)="put.push($event)" />`,
})
class Pointed {
  readonly focus = signal<FocusPoint>({ x: 50, y: 50 });
  readonly put: FocusPoint[] = [];
}

describe('the point of a picture that stays in view', () => {
  it('goes on from where the last press put it, also before that is taken over, and no further than the edge', async () => {
    const { component, root, settled } = await draw(Pointed);
    const press = (key: string): boolean =>
      root.querySelector('button')!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    press('ArrowRight');
    press('ArrowRight');
    press('ArrowUp');
    expect(component.put.at(-1)).toEqual({ x: 60, y: 45 });
    component.focus.set({ x: 3, y: 0 });
    await settled();
    press('ArrowLeft');
    expect(component.put.at(-1)).toEqual({ x: 0, y: 0 });
  });
});
