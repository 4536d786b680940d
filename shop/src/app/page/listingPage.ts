import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PageModel } from '@fond/core';
import { FixtureList } from '../frame/fixtureList';
import { QuickLook } from '../product/quickLook';
import { ShopState } from '../state/shopState';

@Component({
  selector: 'shop-listing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FixtureList, QuickLook],
  template: `
    <div class="page"><shop-fixtures [fixtures]="page().fixtures" /></div>
    @if (page().quick; as quick) {
      <shop-quick-look [quick]="quick" />
    }
  `,
})
export class ListingPage {
  private readonly state = inject(ShopState);
  protected readonly page = computed(() => this.state.model() as PageModel);
}
