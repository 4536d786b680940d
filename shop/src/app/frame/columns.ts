import { betweenStyle, gapStyle } from '../card/gridStyle';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, type TemplateRef } from '@angular/core';
import type { FixtureModel } from '@fond/core';

/** Columns beside one another, which stand one above another where there is no room. */
@Component({
  selector: 'shop-columns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    @let one = model();
    <div [class]="'columns stacked-' + one.stacked + ' down-' + one.down" [attr.style]="style()">
      @for (slot of one.slots; track slot.id) {
        <div [class.stuck]="slot.stuck" [attr.style]="between(slot.between)">
          <ng-container
            [ngTemplateOutlet]="list()"
            [ngTemplateOutletContext]="{ $implicit: slot.fixtures }"
          />
        </div>
      }
    </div>
  `,
})
export class Columns {
  readonly model = input.required<Extract<FixtureModel, { type: 'columns' }>>();
  /** How fixtures are listed; handed in, as what lists them lists columns too. */
  readonly list = input.required<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
  protected readonly between = betweenStyle;
  protected readonly style = computed(() => {
    const { slots, gap } = this.model();
    const widths = (on: 'wide' | 'medium'): string =>
      slots
        .map(({ width, medium }) => {
          if (width.by === 'pixels') return `minmax(0,${width.pixels}px)`;
          return `minmax(0,${on === 'wide' ? width.share : (medium ?? width.share)}fr)`;
        })
        .join(' ');
    const apart = slots.some(({ medium }) => medium !== null) ? `--medium-widths:${widths('medium')};` : '';
    return `--widths:${widths('wide')};${apart}${gapStyle(gap)}`;
  });
}
