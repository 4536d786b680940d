import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Money } from '@fond/core';
import { shopWordsIn } from '../words';

@Component({
  selector: 'shop-price',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="card-price">
      @if (price(); as now) {
        @if (was(); as before) {
          <strong class="reduced">{{ now.text }}</strong>
          <span class="unseen">{{ words().was }}</span> <s>{{ before.text }}</s>
        } @else {
          <strong>{{ now.text }}</strong>
        }
      } @else {
        <span class="no-price">{{ words().noPrice }}</span>
      }
    </p>
  `,
})
export class Price {
  readonly price = input.required<Money | null>();
  readonly was = input.required<Money | null>();
  readonly lang = input.required<string>();
  protected readonly words = computed(() => shopWordsIn(this.lang()));
}
