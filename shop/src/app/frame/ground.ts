import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { FramePicture } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { ShopState } from '../state/shopState';

/** A picture that lies behind a fixture and only adorns it. */
@Component({
  selector: 'shop-ground',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = picture();
    <img
      alt=""
      loading="lazy"
      sizes="100vw"
      [src]="at(one.hash, 960)"
      [attr.srcset]="set(one)"
      [width]="one.width"
      [height]="one.height"
    />
  `,
})
export class Ground {
  readonly picture = input.required<FramePicture>();
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;

  protected set(image: FramePicture): string {
    return srcset(image, this.state.model().frame.pictureWidths);
  }
}
