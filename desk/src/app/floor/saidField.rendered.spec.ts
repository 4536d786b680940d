import { ChangeDetectionStrategy, Component, linkedSignal, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { SaidSetting, SaidValue } from '@fond/core';
import { draw } from '../testing/draw';
import { SaidField, usualValue } from './saidField';

@Component({
  selector: 'desk-test-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SaidField],
  template: `<desk-said-field [setting]="setting()" [value]="value()" (changed)="value.set($event)" />`,
})
class Said {
  readonly setting = signal<SaidSetting>('shelf.form');
  readonly value = linkedSignal((): SaidValue => usualValue(this.setting()));
}

describe('a setting that is said for several plans', () => {
  it('is chosen among what it may be', async () => {
    const { component, press, root } = await draw(Said);
    await press('a list');
    expect(component.value()).toBe('list');
    expect(root.querySelector('[aria-pressed="true"]')?.textContent.trim()).toBe('a list');
  });

  it('is a number at each width, where it is one', async () => {
    const { component, write, settled } = await draw(Said);
    component.setting.set('shelf.columns');
    await settled();
    await write('columns, wide', '5');
    expect(component.value()).toMatchObject({ wide: 5 });
  });

  it('is so many products, full rows, or all of them', async () => {
    const { component, press, write, settled, root } = await draw(Said);
    component.setting.set('shelf.pageSize');
    await settled();
    await press('full rows');
    await write('How many', '6');
    expect(component.value()).toEqual({ by: 'rows', count: 6 });
    await press('all of them');
    expect(component.value()).toEqual({ by: 'all' });
    expect(root.querySelector('input')).toBeNull();
  });
});
