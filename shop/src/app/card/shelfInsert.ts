import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CardImage, InsertModel } from '@fond/core';
import { pictureAt, srcset } from '../picture/picture';
import { linkHref, ShopState } from '../state/shopState';
import { laneStyle } from './gridStyle';

const WIDTHS = ['wide', 'medium', 'narrow'] as const;

/** Words, a picture or both among the cards of a shelf. */
@Component({
  selector: 'shop-insert',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'classes()', '[attr.style]': 'style()' },
  template: `
    @let one = insert();
    @if (one.picture; as picture) {
      <img
        [src]="at(picture.hash, 480)"
        [attr.srcset]="set(picture)"
        [attr.sizes]="one.sizes"
        [width]="picture.width"
        [height]="picture.height"
        [alt]="picture.alt"
        loading="lazy"
        decoding="async"
      />
    }
    @if (one.heading || one.words || one.link) {
      <div>
        @if (one.heading) {
          <h3>{{ one.heading }}</h3>
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
export class ShelfInsert {
  readonly insert = input.required<InsertModel>();
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly href = linkHref;

  protected readonly classes = computed(() =>
    [
      'insert',
      ...(this.insert().ground ? ['on-ground'] : []),
      ...this.insert().hiddenAt.map((width) => `hidden-${width}`),
    ].join(' '),
  );

  protected readonly style = computed(() => {
    const { columns, rows, ground, ink, lane, said } = this.insert();
    const cells = WIDTHS.map((width) => `--cols-${width}:${columns[width]};--down-${width}:${rows[width]}`);
    const paint = (value: string): string => (value.startsWith('#') ? value : `var(--${value})`);
    return [
      ...cells,
      ...(lane ? [laneStyle(lane)] : []),
      ...(said ? WIDTHS.map((width) => `--said-${width}:${said[width]}px`) : []),
      ...(ground ? [`background:${paint(ground)}`] : []),
      ...(ink ? [`color:${paint(ink)}`] : []),
    ].join(';');
  });

  protected set(picture: CardImage): string {
    return srcset(picture, this.state.model().frame.pictureWidths);
  }
}
