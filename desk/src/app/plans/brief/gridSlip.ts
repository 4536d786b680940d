import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { WIDTH_NAMES, type ShelfSettings, type WidthName } from '@fond/core';
import { PlanEditor } from '../state/planEditor';
import { Stepper } from './stepper';

const LAST_ROWS: readonly { value: ShelfSettings['lastRow']; name: string }[] = [
  { value: 'start', name: 'at the start' },
  { value: 'centre', name: 'in the middle' },
  { value: 'stretch', name: 'stretched' },
];

/** Columns per width, page size, gap: with the arithmetic of the page beside every number. */
@Component({
  selector: 'desk-grid-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Stepper],
  template: `
    @if (editor.shelf(); as shelf) {
      <table>
        <thead>
          <tr>
            <th scope="col">Width</th>
            <th scope="col">Columns</th>
            <th scope="col" class="number">Card</th>
            <th scope="col" class="number">Rows a page</th>
            <th scope="col" class="number">Last row</th>
          </tr>
        </thead>
        <tbody>
          @for (name of widths; track name) {
            @let figures = editor.tally()?.widths?.[name];
            <tr>
              <th scope="row">{{ name }}</th>
              <td>
                <desk-stepper
                  [value]="shelf.columns[name]"
                  [least]="1"
                  [most]="6"
                  [label]="'Columns, ' + name"
                  (changed)="columns(name, $event)"
                />
              </td>
              <td class="number figures">{{ figures ? figures.card + ' px' : '…' }}</td>
              <td class="number figures">{{ figures?.full?.rows ?? '…' }}</td>
              <td
                class="number figures"
                [class.ragged]="figures && figures.last.lastRow !== figures.last.columns"
              >
                {{ figures ? figures.last.lastRow + ' of ' + figures.last.columns : '…' }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      <div class="line">
        <span>Products a page</span>
        <desk-stepper
          [value]="shelf.pageSize"
          [least]="1"
          [most]="200"
          label="Products a page"
          (changed)="editor.editShelf('page size', { pageSize: $event })"
        />
      </div>
      <div class="line">
        <span>Full rows at every width</span>
        <span class="choices">
          @for (size of sizes(); track size) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="size === shelf.pageSize"
              (click)="editor.editShelf('page size', { pageSize: size })"
            >
              {{ size }}
            </button>
          }
        </span>
      </div>
      <div class="line">
        <span>Gap between cards</span>
        <desk-stepper
          [value]="shelf.gap"
          [least]="0"
          [most]="80"
          label="Gap in pixels"
          (changed)="editor.editShelf('gap', { gap: $event })"
        />
        <span class="unit">px</span>
      </div>
      <div class="line">
        <span>An unfilled last row stands</span>
        <span class="choices">
          @for (choice of lastRows; track choice.value) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="choice.value === shelf.lastRow"
              (click)="editor.editShelf('last row', { lastRow: choice.value })"
            >
              {{ choice.name }}
            </button>
          }
        </span>
      </div>
    }
  `,
})
export class GridSlip {
  protected readonly editor = inject(PlanEditor);
  protected readonly widths = WIDTH_NAMES;
  protected readonly lastRows = LAST_ROWS;
  protected readonly sizes = computed(() => this.editor.tally()?.fullRowSizes.slice(0, 8) ?? []);

  protected columns(name: WidthName, count: number): void {
    const shelf = this.editor.shelf();
    if (shelf) this.editor.editShelf(`columns ${name}`, { columns: { ...shelf.columns, [name]: count } });
  }
}
