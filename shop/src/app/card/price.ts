import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Money } from '@fond/core';
import { shopWordsIn } from '../words/words';

@Component({
  selector: 'shop-price',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="card-price" [attr.style]="look()">
      <strong [class.reduced]="was()" [class.no-price]="!price()">{{
        price()?.text ?? words().noPrice
      }}</strong>
      @if (was() && former() !== null) {
        <span class="unseen">{{ words().was }}</span> <s [attr.style]="former()">{{ was()?.text }}</s>
      }
    </p>
  `,
})
export class Price {
  readonly price = input.required<Money | null>();
  readonly was = input.required<Money | null>();
  readonly lang = input.required<string>();
  /** CSS of its own. */
  readonly look = input<string | null>(null);
  /** CSS of what it was; null where that isn't shown. */
  readonly former = input<string | null>('');
  protected readonly words = computed(() => shopWordsIn(this.lang()));
}
