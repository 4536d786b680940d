import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { atEachWidth, type Stepped } from '@fond/core';
import { WidthFields } from './widthFields';

/** As the style sheet of cards has it by itself. */
const usual = (gap: number): number => Math.round(gap * 1.5 + 8);

/** Between rows of cards: as goes with the gap between them, or by itself for each width. */
@Component({
  selector: 'desk-row-gap',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WidthFields],
  template: `
    <label class="line"
      ><input type="checkbox" [checked]="rowGap() !== null" (change)="toggle()" /> another gap between
      rows</label
    >
    @if (rowGap(); as own) {
      <desk-width-fields
        name="Pixels between rows"
        [values]="own"
        [least]="0"
        [most]="160"
        (changed)="changed.emit($event)"
      />
    }
  `,
})
export class RowGap {
  readonly rowGap = input.required<Stepped<number> | null>();
  readonly gap = input.required<Stepped<number>>();
  readonly changed = output<Stepped<number> | null>();

  /** It begins as it was until now. */
  protected toggle(): void {
    if (this.rowGap()) {
      this.changed.emit(null);
      return;
    }
    const { wide, medium, narrow } = atEachWidth(this.gap());
    this.changed.emit({ wide: usual(wide), medium: usual(medium), narrow: usual(narrow) });
  }
}
