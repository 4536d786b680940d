import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { addressOf, EXPORT_FORMATS, type ExportFormat } from '@fond/contract';
import { FloorActions } from '../../store/floor.actions';
import { floorFeature } from '../../store/floor.feature';
import { RangesActions } from '../../store/ranges.actions';
import { rangesFeature } from '../../store/ranges.feature';

const NAMES: Readonly<Record<ExportFormat, string>> = {
  csv: 'CSV, for spreadsheets',
  json: 'JSON, one list',
  jsonl: 'JSON Lines, one product a line',
  xlsx: 'Spreadsheet (.xlsx)',
};

/** Takes products out as a file that can be read in again. */
@Component({
  selector: 'desk-export',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <h2>Take products out</h2>
    <p class="lead">
      Every column that the shop knows, in all its languages. Read in again as it is, the file changes
      nothing.
    </p>
    <div class="line">
      <label
        ><span>Products</span>
        <select class="field" (change)="which.set($any($event.target).value)">
          <option value="">of the whole shop</option>
          @if (ranges().length) {
            <optgroup label="Of a saved range">
              @for (range of ranges(); track range.id) {
                <option [value]="'range=' + range.id">{{ range.name }}</option>
              }
            </optgroup>
          }
          <optgroup label="Of an aisle">
            @for (aisle of aisles(); track aisle.key) {
              <option [value]="'aisle=' + encoded(aisle.path)">{{ aisle.title }}</option>
            }
          </optgroup>
        </select></label
      >
      <label
        ><span>As</span>
        <select class="field" (change)="format.set($any($event.target).value)">
          @for (one of formats; track one) {
            <option [value]="one">{{ names[one] }}</option>
          }
        </select></label
      >
      <a mat-stroked-button [href]="address()" download>Download</a>
    </div>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 32px;
      padding-top: 8px;
      border-top: 1px solid var(--hairline);
    }
    h2 {
      margin: 0 0 6px;
      font: 600 24px/1.2 var(--condensed);
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 12px 16px;
    }
    .lead {
      margin: 6px 0 14px;
      color: var(--quiet);
    }
    label {
      display: grid;
      gap: 4px;
      color: var(--quiet);
    }
    select {
      max-width: min(320px, 80vw);
      color: var(--ink);
    }
  `,
})
export class ExportFields {
  private readonly store = inject(Store);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly stored = this.store.selectSignal(rangesFeature.selectRanges);
  protected readonly formats = EXPORT_FORMATS;
  protected readonly names = NAMES;
  protected readonly encoded = encodeURIComponent;
  /** The part of the address that says which products. */
  protected readonly which = signal('');
  protected readonly format = signal<ExportFormat>('csv');
  protected readonly ranges = computed(() => this.stored() ?? []);
  protected readonly aisles = computed(
    () => this.floor()?.aisles.filter(({ kind, products }) => kind !== 'search' && products > 0) ?? [],
  );
  protected readonly address = computed(() => {
    const which = this.which();
    return `${addressOf('exportProducts')}?format=${this.format()}${which ? `&${which}` : ''}`;
  });

  constructor() {
    this.store.dispatch(FloorActions.entered());
    this.store.dispatch(RangesActions.needed());
  }
}
