import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { ProductColumn } from '@fond/contract';
import { RowTools } from '../../field/rowTools';
import { shownColumns } from './tableState';
import type { ShownColumn } from './productTable';

/** Which columns stand in the table, in which order. */
@Component({
  selector: 'desk-column-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RowTools],
  template: `
    <ol aria-label="Columns in the table">
      @for (one of movable(); track one.column.name; let place = $index) {
        <li>
          <span>{{ one.column.label }}</span>
          <desk-row-tools
            [name]="one.column.label"
            [at]="place"
            [count]="movable().length"
            (moved)="move(place, $event)"
            (removed)="remove(place)"
          />
        </li>
      }
    </ol>
    <div>
      <input
        class="field"
        type="search"
        placeholder="Find a column"
        aria-label="Find a column"
        (input)="sought.set($any($event.target).value)"
      />
      <ul aria-label="Columns that can be added">
        @for (column of others(); track column.name) {
          <li>
            <button type="button" class="choice" (click)="add(column)">+ {{ column.label }}</button>
          </li>
        } @empty {
          <li class="none">Every other column is in the table.</li>
        }
      </ul>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(2, minmax(220px, 320px));
      gap: 24px;
    }
    ol,
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      max-height: 260px;
      overflow: auto;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-top: 8px;
      max-height: 220px;
    }
    ol li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      border-bottom: 1px solid var(--hairline);
    }
    input {
      width: 100%;
    }
    .none {
      color: var(--quiet);
    }
  `,
})
export class ColumnChoice {
  readonly all = input.required<readonly ProductColumn[]>();
  readonly shown = input.required<readonly ShownColumn[]>();
  readonly changed = output<readonly ShownColumn[]>();
  protected readonly sought = signal('');
  protected readonly movable = computed(() => this.shown().filter(({ column }) => !column.fixed));
  protected readonly others = computed(() => {
    const there = new Set(this.shown().map(({ column }) => column.name));
    const sought = this.sought().trim().toLowerCase();
    return this.all().filter(({ name, label }) => !there.has(name) && label.toLowerCase().includes(sought));
  });

  protected move(from: number, to: number): void {
    const list = [...this.movable()];
    const [moved] = list.splice(from, 1);
    list.splice(to, 0, moved);
    this.tell(list);
  }

  protected remove(at: number): void {
    this.tell(this.movable().filter((_, place) => place !== at));
  }

  protected add(column: ProductColumn): void {
    this.tell([...this.movable(), ...shownColumns([column], [{ name: column.name }])]);
  }

  private tell(list: readonly ShownColumn[]): void {
    this.changed.emit([...this.shown().filter(({ column }) => column.fixed), ...list]);
  }
}
