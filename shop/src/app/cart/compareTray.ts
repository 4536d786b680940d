import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ShopState } from '../state/shopState';
import { compareWordsIn } from '../words/compareWords';
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
          {{ compared.full() ? own().compareFull : own().compareNow(compared.list().length) }}
        </p>
        @if (compared.list().length > 1) {
          <a class="button" [href]="compared.href()">{{ own().compareNow(compared.list().length) }}</a>
        } @else {
          <span>{{ own().compareNow(1) }}</span>
        }
      </section>
    }
  `,
})
export class CompareTray {
  protected readonly compared = inject(Compared);
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly own = computed(() => compareWordsIn(this.state.model().frame.lang));
}
