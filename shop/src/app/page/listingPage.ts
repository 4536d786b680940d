import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, type Type } from '@angular/core';
import type { PageModel } from '@fond/core';
import { FixtureList } from '../frame/fixtureList';
import { PageViews } from '../state/pageViews';
import { ShopState } from '../state/shopState';

@Component({
  selector: 'shop-listing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FixtureList, NgComponentOutlet],
  template: `
    <div class="page"><shop-fixtures [fixtures]="page().fixtures" /></div>
    @if (page().quick; as quick) {
      <ng-container *ngComponentOutlet="quickLook(); inputs: { quick }" />
    }
  `,
})
export class ListingPage {
  private readonly state = inject(ShopState);
  private readonly views = inject(PageViews);
  protected readonly page = computed(() => this.state.model() as PageModel);

  protected quickLook(): Type<unknown> | null {
    return this.views.of('quick');
  }
}
