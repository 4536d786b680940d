import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { ShelfModel } from '@fond/core';
import { shopHref, ShopState } from '../state/shopState';

/** The orders that shoppers may choose from. */
@Component({
  selector: 'shop-sort',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let model = shelf();
    @if (model.total > 1) {
      <details class="sort" #sort>
        <summary>
          <span>{{ words().sort }}</span> {{ model.order.label }}
        </summary>
        <ul>
          @for (order of model.orders; track order.key) {
            <li>
              <a
                [href]="href(order.href)"
                rel="nofollow"
                [attr.aria-current]="order.selected ? 'true' : null"
                (click)="fold(sort)"
                >{{ order.label }}</a
              >
            </li>
          }
        </ul>
      </details>
    }
  `,
})
export class Sort {
  readonly shelf = input.required<ShelfModel>();
  protected readonly words = inject(ShopState).words;
  protected readonly href = shopHref;

  /** A handler whose value is `false` would keep the link from being followed. */
  protected fold(list: HTMLDetailsElement): void {
    list.open = false;
  }
}
