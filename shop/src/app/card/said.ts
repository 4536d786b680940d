import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { AnswerModel, CardImage } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { linkHref, ShopState } from '../state/shopState';

/** A picture, a heading, words and a link, as many of them as there are. */
@Component({
  selector: 'shop-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = said();
    @if (one.picture; as picture) {
      <img
        [src]="at(picture.hash, 480)"
        [attr.srcset]="set(picture)"
        [attr.sizes]="one.sizes"
        [width]="picture.width"
        [height]="picture.height"
        [alt]="picture.alt"
        [attr.loading]="level() === 3 ? 'lazy' : null"
        decoding="async"
      />
    }
    @if (one.heading || one.words || one.link) {
      <div>
        @if (one.heading && level() === 3) {
          <h3>{{ one.heading }}</h3>
        } @else if (one.heading) {
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
    }
  `,
})
export class Said {
  readonly said = input.required<Pick<AnswerModel, 'heading' | 'words' | 'link' | 'picture' | 'sizes'>>();
  /** Of its heading: 2 above the products, 3 among them, where its picture may come late. */
  readonly level = input.required<2 | 3>();
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly href = linkHref;

  protected set(picture: CardImage): string {
    return srcset(picture, this.state.model().frame.pictureWidths);
  }
}
