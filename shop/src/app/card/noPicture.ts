import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { shopWordsIn } from '../words/words';

/** An empty plate where a product has no picture, so that the grid keeps its rhythm. */
@Component({
  selector: 'shop-no-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="no-picture">
      <svg viewBox="0 0 64 48" aria-hidden="true">
        <ellipse cx="32" cy="27" rx="27" ry="12" />
        <ellipse cx="32" cy="25" rx="15" ry="6" />
      </svg>
      {{ words().noPicture }}
    </span>
  `,
})
export class NoPicture {
  readonly lang = input.required<string>();
  protected readonly words = computed(() => shopWordsIn(this.lang()));
}
