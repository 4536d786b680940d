import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { of, throwError } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Problem, ProductLine } from '@fond/contract';
import { Api } from '../api/api';
import { render } from '../testing/render';
import { ProductPicker } from './productPicker';
import { ProductPickerHarness } from './productPicker.harness';

const line = (sku: string, title: string): ProductLine => ({
  sku,
  title,
  image: null,
  featured: false,
  price: 12.5,
  inStock: true,
  stock: 3,
});
const away: Problem = {
  type: '/problems/database-away',
  title: 'The database does not answer',
  status: 503,
  detail: 'Nothing was changed.',
};
const api = { products: vi.fn<Api['products']>() };

@Component({
  selector: 'desk-test-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductPicker],
  template: `<desk-product-picker [taken]="taken()" (picked)="take($event)" />`,
})
class Picking {
  readonly taken = signal<readonly string[]>([]);

  protected take({ sku }: ProductLine): void {
    this.taken.update((taken) => [...taken, sku]);
  }
}

const shown = async (): Promise<{ component: Picking; picker: ProductPickerHarness }> => {
  const { component, find } = render(Picking, [{ provide: Api, useValue: api }]);
  return { component, picker: await find(ProductPickerHarness) };
};

describe('a picker of products', () => {
  beforeEach(() => api.products.mockReset());

  it('asks for what is typed, and picks each product once', async () => {
    api.products.mockReturnValue(of([line('PK-1', 'Copper pan'), line('PK-2', 'Copper pot')]));
    const { component, picker } = await shown();
    await picker.seek('copper');
    await vi.waitFor(async () =>
      expect(await picker.lines()).toEqual(['Copper pan PK-1', 'Copper pot PK-2']),
    );
    expect(api.products).toHaveBeenCalledExactlyOnceWith('copper', null);
    await picker.pick('Copper pan');
    expect(component.taken()).toEqual(['PK-1']);
    expect([await picker.canPick('Copper pan'), await picker.canPick('Copper pot')]).toEqual([false, true]);
  });

  it('says so where nothing is found, and why it could not look', async () => {
    api.products.mockReturnValue(of([]));
    const { picker } = await shown();
    await picker.seek('nothing');
    await vi.waitFor(async () =>
      expect(await picker.emptyWords()).toBe('No product has this name or number.'),
    );
    api.products.mockReturnValue(throwError(() => away));
    await picker.seek('copper');
    await vi.waitFor(async () => expect(await picker.trouble()).toContain('The database does not answer'));
  });
});
