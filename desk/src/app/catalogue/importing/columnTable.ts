import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ImportColumn, ImportReport, Vocabulary } from '@fond/contract';
import { usesIn, valueOf, type Mapped } from './columnUses';

/** The columns of a file: what each becomes, and its first lines as they will be. */
@Component({
  selector: 'desk-column-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="wide" tabindex="0" role="region" aria-label="Columns of the file">
      <table>
        <thead>
          <tr>
            <th scope="col">Column of the file</th>
            <th scope="col">Becomes</th>
            <th scope="col" class="number">Filled</th>
            @for (line of report().lines; track line) {
              <th scope="col">Line {{ line }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (column of report().columns; track column.name) {
            <tr [class.left]="column.use === 'skip'">
              <th scope="row">{{ column.name }}</th>
              <td>
                <select
                  [attr.aria-label]="column.name + ' becomes'"
                  [disabled]="disabled()"
                  (change)="choose(column, $any($event.target).value)"
                >
                  <option value="skip" [selected]="column.use === 'skip'">left out</option>
                  @for (group of groups(); track group.name) {
                    <optgroup [label]="group.name">
                      @for (use of group.uses; track use.value) {
                        <option [value]="use.value" [selected]="use.value === chosen(column)">
                          {{ use.name }}
                        </option>
                      }
                    </optgroup>
                  }
                </select>
                @if (!column.known && column.use === 'attribute') {
                  <span class="new">new attribute</span>
                }
              </td>
              <td class="number figures">{{ column.filled }}</td>
              @for (line of report().lines; track line; let at = $index) {
                <td class="cell" [title]="column.read[at] || column.examples[at] || ''">
                  @if (column.use === 'skip') {
                    <s>{{ column.examples[at] }}</s>
                  } @else {
                    {{ column.read[at] }}
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .wide {
      overflow-x: auto;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      background: var(--sheet);
    }
    th,
    td {
      padding: 4px 12px;
      border-bottom: 1px solid var(--hairline);
      font-weight: 400;
      text-align: start;
      white-space: nowrap;
    }
    thead th {
      border-bottom: 2px solid var(--ink);
      background: var(--ground);
      color: var(--quiet);
    }
    tbody th {
      max-width: 220px;
      overflow: hidden;
      font-weight: 600;
      text-overflow: ellipsis;
    }
    .number {
      width: 70px;
      text-align: end;
    }
    .cell {
      max-width: 200px;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .left th,
    s {
      color: var(--quiet);
    }
    .new {
      margin-inline-start: 6px;
      color: var(--slate);
      font-style: italic;
    }
    select {
      width: 190px;
      min-height: 26px;
      border: 1px solid var(--hairline);
      background: var(--sheet);
      color: inherit;
      font: inherit;
    }
  `,
})
export class ColumnTable {
  readonly report = input.required<ImportReport>();
  readonly vocabulary = input.required<Pick<Vocabulary, 'languages' | 'attributes'>>();
  readonly disabled = input(false);
  readonly chose = output<{ name: string; mapped: Mapped }>();

  protected readonly groups = computed(() => usesIn(this.vocabulary()));
  protected readonly chosen = valueOf;

  protected choose({ name }: ImportColumn, value: string): void {
    const uses = this.groups().flatMap((group) => group.uses);
    const mapped: Mapped = uses.find((use) => use.value === value)?.mapped ?? { use: 'skip' };
    this.chose.emit({ name, mapped });
  }
}
