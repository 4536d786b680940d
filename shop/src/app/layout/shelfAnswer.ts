import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { AnswerModel } from '@fond/core';
import { Said } from '../card/said';

/** What the shop says to what was searched for, above what it found. */
@Component({
  selector: 'shop-answer',
  imports: [Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = answer();
    @if (one.instead) {
      <p class="instead">{{ one.instead }}</p>
    }
    @if (one.heading || one.words || one.link || one.picture) {
      <aside class="answer" [attr.aria-label]="one.heading || null">
        <shop-said [said]="one" [level]="2" />
      </aside>
    }
  `,
})
export class ShelfAnswer {
  readonly answer = input.required<AnswerModel>();
}
