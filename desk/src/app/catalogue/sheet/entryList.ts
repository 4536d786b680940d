import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { listEntries } from '@fond/core';
import { RowTools } from '../../field/rowTools';

/** The entries of a list in their order: put in by name, moved, and taken out. */
@Component({
  selector: 'desk-entry-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RowTools],
  template: `
    <ol [attr.aria-label]="label()">
      @for (entry of entries(); track entry; let place = $index) {
        <li>
          <span
            >{{ entry }}
            @if (firstWord() && place === 0) {
              <small>{{ firstWord() }}</small>
            }
          </span>
          <desk-row-tools
            [name]="entry"
            [at]="place"
            [count]="entries().length + 1"
            (moved)="move(place, $event)"
            (removed)="remove(place)"
          />
        </li>
      } @empty {
        <li class="none">{{ empty() }}</li>
      }
    </ol>
    <input
      #field
      class="field"
      [attr.list]="id()"
      [placeholder]="prompt()"
      [attr.aria-label]="prompt() + ': ' + label()"
      (change)="add(field)"
      (keydown.enter)="$event.preventDefault(); add(field)"
    />
    <datalist [id]="id()">
      @for (choice of offered(); track choice) {
        <option [value]="choice"></option>
      }
    </datalist>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0 0 6px;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      min-height: 34px;
      border-bottom: 1px solid var(--hairline);
    }
    small,
    .none {
      color: var(--quiet);
    }
    input {
      width: 100%;
    }
  `,
})
export class EntryList {
  readonly id = input.required<string>();
  readonly label = input.required<string>();
  /** Entries between bars. */
  readonly text = input.required<string>();
  readonly choices = input.required<readonly string[]>();
  readonly prompt = input('Add');
  readonly empty = input('None yet.');
  /** What the first entry is more than the others. */
  readonly firstWord = input('');
  readonly changed = output<string>();
  protected readonly entries = computed(() => listEntries(this.text()));
  protected readonly offered = computed(() => this.choices().filter((one) => !this.entries().includes(one)));

  protected add(field: HTMLInputElement): void {
    const entry = field.value.trim();
    field.value = '';
    if (entry && !this.entries().includes(entry)) this.tell([...this.entries(), ...listEntries(entry)]);
  }

  protected move(from: number, to: number): void {
    const list = [...this.entries()];
    const [moved] = list.splice(from, 1);
    list.splice(to, 0, moved);
    this.tell(list);
  }

  protected remove(at: number): void {
    this.tell(this.entries().filter((_, place) => place !== at));
  }

  private tell(entries: readonly string[]): void {
    this.changed.emit(entries.join('|'));
  }
}
