import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PageModel } from '@fond/core';
import { FixtureList } from '../frame/fixtureList';
import { ShopState } from '../state/shopState';

@Component({
  selector: 'shop-listing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FixtureList],
  template: `<div class="page"><shop-fixtures [fixtures]="fixtures()" /></div>`,
})
export class ListingPage {
  private readonly state = inject(ShopState);
  protected readonly fixtures = computed(() => (this.state.model() as PageModel).fixtures);
}
