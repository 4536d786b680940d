import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import { Api } from '../../api/api';
import { draw } from '../../testing/draw';
import { AbsentProduct } from './absentProduct';

@Component({
  selector: 'desk-test-absent',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AbsentProduct],
  template: `<desk-absent-product sku="PK-9" (shown)="place.set($event)" (left)="left.set(true)" />`,
})
class Absent {
  readonly place = signal<number | null>(null);
  readonly left = signal(false);
}

describe('a product that a shelf doesn’t show', () => {
  it('is shown all the same at the place that is typed, at the first one where that is none, or not', async () => {
    const found = [{ sku: 'PK-9', title: 'Old pan' }];
    const api = { lookUpProducts: () => of({ found, missing: [] }) };
    const { component, press, write, said } = await draw(Absent, [{ provide: Api, useValue: api }]);
    expect(said('span')).toContain('Old pan is not among the products');
    await write('Place to show it at', '7');
    await press('Show it');
    expect(component.place()).toBe(7);
    await write('Place to show it at', 'x');
    await press('Show it');
    expect(component.place()).toBe(1);
    await press('Not');
    expect(component.left()).toBe(true);
  });
});
