import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { AnswerModel, CardImage } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { linkHref, ShopState } from '../state/shopState';

/** What the shop says to what was searched for, above what it found. */
@Component({
  selector: 'shop-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = answer();
    @if (one.instead) {
      <p class="instead">{{ one.instead }}</p>
    }
    @if (one.heading || one.words || one.link || one.picture) {
      <aside class="answer" [attr.aria-label]="one.heading || null">
        @if (one.picture; as picture) {
          <img
            [src]="at(picture.hash, 480)"
            [attr.srcset]="set(picture)"
            [attr.sizes]="one.sizes"
            [width]="picture.width"
            [height]="picture.height"
            [alt]="picture.alt"
          />
        }
        <div>
          @if (one.heading) {
            <h2>{{ one.heading }}</h2>
          }
          @if (one.words) {
            <p>{{ one.words }}</p>
          }
          @if (one.link; as link) {
            <p>
              <a class="button" [href]="href(link.href)">{{ link.title }}</a>
            </p>
          }
        </div>
      </aside>
    }
  `,
})
export class ShelfAnswer {
  readonly answer = input.required<AnswerModel>();
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly href = linkHref;

  protected set(picture: CardImage): string {
    return srcset(picture, this.state.model().frame.pictureWidths);
  }
}
