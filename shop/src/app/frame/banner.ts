import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CardImage, FixtureModel } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { linkHref, ShopState } from '../state/shopState';

/** A wide picture with words on it, or words on the shop's own colour. */
@Component({
  selector: 'shop-banner',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = model();
    <section [class]="classes()" [attr.style]="style()">
      @if (one.picture; as picture) {
        <picture>
          @for (other of one.others; track other.below) {
            <source
              [attr.media]="'(max-width: ' + (other.below - 0.02) + 'px)'"
              [attr.srcset]="set(other.picture)"
              [attr.sizes]="one.sizes"
              [attr.width]="other.picture.width"
              [attr.height]="other.picture.height"
            />
          }
          <img
            [src]="at(picture.hash, 960)"
            [attr.srcset]="set(picture)"
            [attr.sizes]="one.sizes"
            [width]="picture.width"
            [height]="picture.height"
            [alt]="picture.alt"
            [attr.fetchpriority]="lead() ? 'high' : null"
          />
        </picture>
      }
      @if (one.title || one.heading || one.text || one.link) {
        <div class="banner-words">
          @if (one.trail.length) {
            <nav class="trail" aria-label="Breadcrumb">
              <ol>
                @for (link of one.trail; track link.href; let last = $last) {
                  <li>
                    @if (last) {
                      <span aria-current="page">{{ link.title }}</span>
                    } @else {
                      <a [href]="href(link.href)">{{ link.title }}</a>
                    }
                  </li>
                }
              </ol>
            </nav>
          }
          @if (one.title) {
            <h1>{{ one.title }}</h1>
          }
          @if (one.heading) {
            <h2>{{ one.heading }}</h2>
          }
          @if (one.text) {
            <p>{{ one.text }}</p>
          }
          @if (one.link; as link) {
            <p>
              <a class="button in-banner" [href]="href(link.href)">{{ link.title }}</a>
            </p>
          }
        </div>
      }
    </section>
  `,
})
export class Banner {
  readonly model = input.required<Extract<FixtureModel, { type: 'banner' }>>();
  /** It has the first picture of the page, which is waited for. */
  readonly lead = input(false);
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly style = computed(() => {
    const { height, shade, tint, focus } = this.model();
    return `--wide:${height.wide}px;--medium:${height.medium}px;--narrow:${height.narrow}px;--shade:${shade}%;--tint:${tint};--focus:${focus.x}% ${focus.y}%`;
  });

  protected readonly classes = computed(() => {
    const { picture, align, stand, fade, tone } = this.model();
    return `banner align-${align} stand-${stand} tone-${tone} fade-${fade}${picture ? '' : ' plain'}`;
  });

  protected readonly href = linkHref;

  protected set(image: CardImage): string {
    return srcset(image, this.state.model().frame.pictureWidths);
  }
}
