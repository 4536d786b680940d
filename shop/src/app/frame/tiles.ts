import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CardImage, FixtureModel, TilePlace, FocusPoint } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { gridStyle } from '../card/gridStyle';
import { shopHref, ShopState } from '../state/shopState';

/** Categories as tiles, each with its picture and what is in it. */
@Component({
  selector: 'shop-tiles',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = model();
    <ul [class]="one.rowHeight === null ? 'cards tiles' : 'cards tiles tiles-free'" [attr.style]="style()">
      @for (tile of one.items; track tile.href) {
        <li [class.broad]="tile.place?.broad" [attr.style]="tile.place ? placeStyle(tile.place) : null">
          <a [href]="href(tile.href)" [style.--own]="tile.colour">
            @if (one.pictures) {
              <span class="tile-picture">
                @if (tile.picture; as picture) {
                  <img
                    [src]="at(picture.hash, 480)"
                    [attr.srcset]="set(picture)"
                    [attr.sizes]="tile.sizes"
                    [attr.style]="tile.focus && cropped(tile.focus)"
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
                <span class="count">{{ around(tile.count) }}</span>
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
  protected readonly style = computed(() => {
    const { ratio, rowHeight } = this.model();
    const row = rowHeight === null ? '' : `;--row:${rowHeight}px`;
    return `${gridStyle(this.model())};--ratio:100 / ${ratio}${row}`;
  });

  protected around(count: number): string {
    const { before, after } = this.model();
    return [before, count, after].filter((part) => part !== '').join(' ');
  }

  protected cropped({ x, y }: FocusPoint): string | null {
    return x === 50 && y === 50 ? null : `object-position:${x}% ${y}%`;
  }

  protected placeStyle({ x, y, w, h }: TilePlace): string {
    return `--column:${x + 1} / span ${w};--rows:${y + 1} / span ${h}`;
  }

  protected set(image: CardImage): string {
    return srcset(image, this.state.model().frame.pictureWidths);
  }
}
