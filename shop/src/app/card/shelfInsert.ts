import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { InsertModel } from '@fond/core';
import { Said } from './said';
import { laneStyle } from './gridStyle';

const WIDTHS = ['wide', 'medium', 'narrow'] as const;

/** Words, a picture or both among the cards of a shelf. */
@Component({
  selector: 'shop-insert',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'classes()', '[attr.style]': 'style()' },
  imports: [Said],
  template: `<shop-said [said]="insert()" [level]="3" />`,
})
export class ShelfInsert {
  readonly insert = input.required<InsertModel>();

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
    return [
      ...cells,
      ...(lane ? [laneStyle(lane)] : []),
      ...(said ? WIDTHS.map((width) => `--said-${width}:${said[width]}px`) : []),
      ...(ground ? [`background:${ground}`] : []),
      ...(ink ? [`color:${ink}`] : []),
    ].join(';');
  });
}
