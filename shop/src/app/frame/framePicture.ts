import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import type { FixtureModel } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { linkHref, ShopState } from '../state/shopState';

/** A picture of its own, with words below it and somewhere to lead. */
@Component({
  selector: 'shop-frame-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    @let one = model();
    <figure class="frame-picture" [attr.style]="style()">
      <div class="spotted">
        @if (one.href; as href) {
          <a [href]="hrefOf(href)" [attr.aria-label]="one.picture.alt ? null : one.caption || href">
            <ng-container [ngTemplateOutlet]="picture" />
          </a>
        } @else {
          <ng-container [ngTemplateOutlet]="picture" />
        }
        @for (spot of one.spots; track spot.id) {
          @if (spot.at; as place) {
            <details
              class="spot"
              [attr.name]="'spots-' + one.id"
              [class.raised]="place.y > 60"
              [style.left.%]="place.x"
              [style.--across.%]="place.x"
              [style.top.%]="place.y"
            >
              <summary [attr.aria-label]="spot.title"><span aria-hidden="true">+</span></summary>
              <ng-container [ngTemplateOutlet]="said" [ngTemplateOutletContext]="{ spot }" />
            </details>
          }
        }
      </div>
      @if (one.spots.length) {
        <ul class="spot-list">
          @for (spot of one.spots; track spot.id) {
            <li><ng-container [ngTemplateOutlet]="said" [ngTemplateOutletContext]="{ spot }" /></li>
          }
        </ul>
      }
      <ng-template #said let-spot="spot">
        <p class="spot-said">
          <a [href]="hrefOf(spot.href)">{{ spot.title }}</a>
          @if (spot.price) {
            <span class="spot-price">{{ spot.price }}</span>
          }
          @if (spot.was) {
            <s
              ><span class="unseen">{{ words().was }} </span>{{ spot.was }}</s
            >
          }
          @if (spot.soldOut) {
            <span class="spot-out">{{ words().soldOut }}</span>
          }
        </p>
      </ng-template>
      @if (one.caption) {
        <figcaption>{{ one.caption }}</figcaption>
      }
    </figure>
    <ng-template #picture>
      <img
        [src]="at(one.picture.hash, 960)"
        [attr.srcset]="set()"
        [attr.sizes]="one.sizes"
        [width]="one.picture.width"
        [height]="one.picture.height"
        [alt]="one.picture.alt"
        [attr.loading]="lead() ? null : 'lazy'"
        [attr.fetchpriority]="lead() ? 'high' : null"
      />
    </ng-template>
  `,
})
export class FramePicture {
  readonly model = input.required<Extract<FixtureModel, { type: 'picture' }>>();
  /** It has the first picture of the page, which is waited for. */
  readonly lead = input(false);
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly at = pictureAt;
  protected readonly hrefOf = linkHref;
  protected readonly style = computed(() => {
    const { ratio, focus, picture } = this.model();
    return `--ratio:${ratio === null ? `${picture.width} / ${picture.height}` : `100 / ${ratio}`};--focus:${focus.x}% ${focus.y}%`;
  });
  protected readonly set = computed(() =>
    srcset(this.model().picture, this.state.model().frame.pictureWidths),
  );
}
