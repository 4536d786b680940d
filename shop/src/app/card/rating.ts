import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { shopWordsIn } from '../words';

const formats = new Map<string, Intl.NumberFormat>();

/** Making a format costs more than a whole card, so each language makes its own once. */
function oneDecimal(lang: string): Intl.NumberFormat {
  let format = formats.get(lang);
  if (!format)
    formats.set(
      lang,
      (format = new Intl.NumberFormat(lang, { minimumFractionDigits: 1, maximumFractionDigits: 1 })),
    );
  return format;
}

@Component({
  selector: 'shop-rating',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="card-rating" [attr.style]="look()">
      <span role="img" [attr.aria-label]="words().rated(text(), ratings())"
        ><b>★</b> {{ text() }} <i>({{ ratings() }})</i></span
      >
    </p>
  `,
})
export class Rating {
  readonly rating = input.required<number>();
  readonly ratings = input.required<number>();
  readonly lang = input.required<string>();
  /** CSS of its own. */
  readonly look = input<string | null>(null);
  protected readonly words = computed(() => shopWordsIn(this.lang()));
  protected readonly text = computed(() => oneDecimal(this.lang()).format(this.rating()));
}
