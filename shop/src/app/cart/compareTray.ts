import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ShopState } from '../state/shopState';
import { Compared } from './compared';

/** At the foot of the window, wherever the shopper is: what they have chosen to compare, and the way to its table. */
@Component({
  selector: 'shop-compare-tray',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (compared.seen()) {
      <section class="compare-tray" [attr.aria-label]="words().compared">
        <ul>
          @for (one of compared.list(); track one.slug) {
            <li>
              <span>{{ one.title }}</span>
              <button
                type="button"
                [attr.aria-label]="words().remove(one.title)"
                (click)="compared.remove(one.slug)"
              >
                ×
              </button>
            </li>
          }
        </ul>
        <p role="status" [class.unseen]="!compared.full()">
          {{ compared.full() ? words().compareFull : words().compareNow(compared.list().length) }}
        </p>
        @if (compared.list().length > 1) {
          <a class="button" [href]="compared.href()">{{ words().compareNow(compared.list().length) }}</a>
        } @else {
          <span>{{ words().compareNow(1) }}</span>
        }
      </section>
    }
  `,
})
export class CompareTray {
  protected readonly compared = inject(Compared);
  protected readonly words = inject(ShopState).words;
}
