import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { FixtureModel } from '@fond/core';
import { pictureAt, srcset } from '../card/picture';
import { gridStyle } from '../layout/gridStyle';
import { shopHref, ShopState } from '../state/shopState';

/** Categories as tiles, each with its picture and what is in it. */
@Component({
  selector: 'shop-tiles',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = model();
    <ul class="cards tiles" [attr.style]="style()">
      @for (tile of one.items; track tile.href) {
        <li>
          <a [href]="href(tile.href)" [style.--own]="tile.colour">
            @if (one.pictures) {
              <span class="tile-picture">
                @if (tile.picture; as picture) {
                  <img
                    [src]="at(picture.hash, 480)"
                    [attr.srcset]="set(picture.hash)"
                    [attr.sizes]="one.sizes"
                    [width]="picture.width"
                    [height]="picture.height"
                    alt=""
                    loading="lazy"
                  />
                }
              </span>
            }
            <span class="tile-name">
              {{ tile.title }}
              @if (one.counts) {
                <span class="count">{{ tile.count }}</span>
              }
            </span>
          </a>
        </li>
      }
    </ul>
  `,
})
export class Tiles {
  readonly model = input.required<Extract<FixtureModel, { type: 'tiles' }>>();
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly href = shopHref;
  protected readonly style = computed(() => `${gridStyle(this.model())};--ratio:100 / ${this.model().ratio}`);

  protected set(hash: string): string {
    return srcset(hash, this.state.model().frame.pictureWidths);
  }
}
