import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { shopWordsIn } from '../words';

@Component({
  selector: 'shop-rating',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="card-rating">
      <span aria-hidden="true"
        ><b>★</b> {{ text() }} <i>({{ ratings() }})</i></span
      >
      <span class="unseen">{{ words().rated(text(), ratings()) }}</span>
    </p>
  `,
})
export class Rating {
  readonly rating = input.required<number>();
  readonly ratings = input.required<number>();
  readonly lang = input.required<string>();
  protected readonly words = computed(() => shopWordsIn(this.lang()));
  protected readonly text = computed(() =>
    this.rating().toLocaleString(this.lang(), { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
  );
}
