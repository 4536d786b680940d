import { signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { floorFeature } from '../../store/floor.feature';
import { render } from '../../testing/render';
import { ExportFields } from './exportFields';

const floor = signal<object | null>(null);
const ranges = signal<readonly object[] | null>(null);
const store = {
  dispatch: vi.fn(),
  selectSignal: (selector: unknown) => (selector === floorFeature.selectFloor ? floor : ranges),
};
const shown = () => {
  const { fixture } = render(ExportFields, [{ provide: Store, useValue: store }]);
  const root = fixture.nativeElement as HTMLElement;
  return {
    settled: () => fixture.whenStable(),
    address: () => root.querySelector('a')!.getAttribute('href'),
    options: () => [...root.querySelectorAll('optgroup option')].map((one) => one.textContent?.trim()),
    choose: async (at: number, value: string) => {
      const field = root.querySelectorAll('select')[at];
      field.value = value;
      field.dispatchEvent(new Event('change'));
      await fixture.whenStable();
    },
  };
};

describe('taking products out', () => {
  beforeEach(() => {
    floor.set(null);
    ranges.set(null);
  });

  it('begins with the whole shop as CSV, before anything else is known', async () => {
    const page = shown();
    await page.settled();
    expect(page.address()).toBe('/api/catalogue/export?format=csv');
    expect(page.options()).toEqual([]);
  });

  it('offers saved ranges, and aisles that hold something, and says which in its address', async () => {
    const page = shown();
    ranges.set([{ id: 'r-1', name: 'Ready to send' }]);
    floor.set({
      aisles: [
        { key: 'category:1', kind: 'category', path: '/cookware/pans', title: 'Pans', products: 50 },
        { key: 'category:2', kind: 'category', path: '/empty', title: 'Empty', products: 0 },
        { key: 'search', kind: 'search', path: '/search', title: 'Search', products: 306 },
      ],
    });
    await page.settled();
    expect(page.options()).toEqual(['Ready to send', 'Pans']);
    await page.choose(0, 'range=r-1');
    await page.choose(1, 'jsonl');
    expect(page.address()).toBe('/api/catalogue/export?format=jsonl&range=r-1');
    await page.choose(0, 'aisle=%2Fcookware%2Fpans');
    expect(page.address()).toBe('/api/catalogue/export?format=jsonl&aisle=%2Fcookware%2Fpans');
  });
});
