import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  facetPanelOf,
  MAX_PER_PAGE,
  shelfOf,
  startingFixtures,
  type PageSize,
  type SaidSetting,
  type SaidValue,
  type Stepped,
} from '@fond/core';
import { Choices } from '../field/choices';
import { Stepper } from '../field/stepper';
import { WidthFields } from '../field/widthFields';
import { saidChoices, SETTING_NAMES } from './togetherSteps';

const SIZES: readonly { value: PageSize['by']; name: string }[] = [
  { value: 'products', name: 'products' },
  { value: 'rows', name: 'full rows' },
  { value: 'all', name: 'all of them' },
];
const START = { fixtures: startingFixtures([], []) };

/** What a setting is, as long as nobody has said what it shall be. */
export function usualValue(setting: SaidSetting): SaidValue {
  const [of, name] = setting.split('.');
  const holder = of === 'shelf' ? shelfOf(START) : facetPanelOf(START);
  return Object.entries(holder!).find(([key]) => key === name)![1] as SaidValue;
}

/** What one of the settings that are said in a word or a number shall be. */
@Component({
  selector: 'desk-said-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, Stepper, WidthFields],
  template: `
    @if (choices().length) {
      <desk-choices
        [label]="name()"
        [choices]="choices()"
        [value]="value()"
        (chosen)="changed.emit($event)"
      />
    } @else if (widths(); as numbers) {
      <desk-width-fields
        [name]="name()"
        [values]="numbers"
        [least]="setting() === 'shelf.gap' ? 0 : 1"
        [most]="setting() === 'shelf.gap' ? 80 : 6"
        (changed)="changed.emit($event)"
      />
    } @else if (size(); as one) {
      <desk-choices [label]="name()" [choices]="sizes" [value]="one.by" (chosen)="sized($event)" />
      @if (one.by !== 'all') {
        <desk-stepper
          label="How many"
          [value]="one.count"
          [least]="1"
          [most]="one.by === 'rows' ? 100 : most"
          (changed)="changed.emit({ by: one.by, count: $event })"
        />
      }
    } @else {
      <desk-stepper
        [label]="name()"
        [value]="$any(value())"
        [least]="15"
        [most]="40"
        (changed)="changed.emit($event)"
      />
      <span class="unit">% of the width</span>
    }
  `,
  styles: ':host { display: flex; flex-wrap: wrap; align-items: center; gap: 6px 12px; }',
})
export class SaidField {
  readonly setting = input.required<SaidSetting>();
  readonly value = input.required<SaidValue>();
  readonly changed = output<SaidValue>();
  protected readonly sizes = SIZES;
  protected readonly most = MAX_PER_PAGE;
  protected readonly name = computed(() => SETTING_NAMES[this.setting()]);
  protected readonly choices = computed(() => saidChoices(this.setting()));
  protected readonly size = computed((): PageSize | null => {
    const value = this.value();
    return typeof value === 'object' && 'by' in value ? value : null;
  });
  protected readonly widths = computed((): Stepped<number> | null => {
    const value = this.value();
    return typeof value === 'object' && 'wide' in value ? value : null;
  });

  /** Rows hold several products, so their number begins anew. */
  protected sized(by: PageSize['by']): void {
    this.changed.emit(by === 'all' ? { by } : { by, count: by === 'rows' ? 4 : 12 });
  }
}
