import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Stars } from '@fond/core';
import { shopWordsIn } from '../words/words';

@Component({
  selector: 'shop-rating',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = stars();
    <p class="card-rating" [attr.style]="look()">
      <span role="img" [attr.aria-label]="words().rated(one.text, one.ratings)"
        ><b>★</b> {{ one.text }} <i>({{ one.ratings }})</i></span
      >
    </p>
  `,
})
export class Rating {
  readonly stars = input.required<Stars>();
  readonly lang = input.required<string>();
  /** CSS of its own. */
  readonly look = input<string | null>(null);
  protected readonly words = computed(() => shopWordsIn(this.lang()));
}
