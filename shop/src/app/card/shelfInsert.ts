import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, type TemplateRef } from '@angular/core';
import type { FixtureModel, InsertModel } from '@fond/core';
import { Said } from './said';
import { laneStyle } from './gridStyle';

const WIDTHS = ['wide', 'medium', 'narrow'] as const;

/** Words, a picture, and whatever else is put there, among the cards of a shelf. */
@Component({
  selector: 'shop-insert',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'classes()', '[attr.style]': 'style()' },
  imports: [NgTemplateOutlet, Said],
  template: `
    <shop-said [said]="insert()" [level]="3" />
    @if (insert().fixtures.length && list()) {
      <div class="held">
        <ng-container
          [ngTemplateOutlet]="list()"
          [ngTemplateOutletContext]="{ $implicit: insert().fixtures }"
        />
      </div>
    }
  `,
})
export class ShelfInsert {
  readonly insert = input.required<InsertModel>();
  /** How fixtures are listed; handed in, as what lists them lists shelves too. */
  readonly list = input<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();

  protected readonly classes = computed(() =>
    [
      'insert',
      ...(this.insert().ground ? ['on-ground'] : []),
      ...this.insert().hiddenAt.map((width) => `hidden-${width}`),
    ].join(' '),
  );

  protected readonly style = computed(() => {
    const { columns, rows, ground, ink, lane, said, held } = this.insert();
    const cells = WIDTHS.map((width) => `--cols-${width}:${columns[width]};--down-${width}:${rows[width]}`);
    return [
      ...cells,
      ...(lane ? [laneStyle(lane)] : []),
      ...(said ? WIDTHS.map((width) => `--said-${width}:${said[width]}px`) : []),
      ...(held ? WIDTHS.map((width) => `--held-${width}:${held[width]}px`) : []),
      ...(ground ? [`background:${ground}`] : []),
      ...(ink ? [`color:${ink}`] : []),
    ].join(';');
  });
}
