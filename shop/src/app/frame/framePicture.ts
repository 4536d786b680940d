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
      @if (one.href; as href) {
        <a [href]="hrefOf(href)" [attr.aria-label]="one.picture.alt ? null : one.caption || href">
          <ng-container [ngTemplateOutlet]="picture" />
        </a>
      } @else {
        <ng-container [ngTemplateOutlet]="picture" />
      }
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
