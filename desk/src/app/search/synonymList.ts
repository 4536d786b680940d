import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { MAX_SYNONYM_WORDS, type Synonyms } from '@fond/core';

/** Groups of words that mean the same, each typed with commas between. */
@Component({
  selector: 'desk-synonym-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    <ul>
      @for (group of synonyms(); track group.id) {
        <li>
          <input
            type="text"
            class="field"
            [attr.aria-label]="'Words of group ' + ($index + 1)"
            placeholder="pan, skillet, frypan"
            [value]="group.words.join(', ')"
            (change)="put(group, $any($event.target).value)"
          />
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="group.oneWay"
            (click)="turn(group)"
            [attr.aria-label]="(group.oneWay ? 'one way' : 'both ways') + ': ' + group.words.join(', ')"
          >
            {{ group.oneWay ? 'one way' : 'both ways' }}
          </button>
          <button
            type="button"
            class="tool"
            (click)="remove(group)"
            [attr.aria-label]="'Take away: ' + group.words.join(', ')"
          >
            <mat-icon svgIcon="close" />
          </button>
          @if (group.oneWay && group.words.length > 1) {
            <small
              >Who types “{{ group.words[0] }}” also finds {{ group.words.slice(1).join(', ') }}; not the
              other way about.</small
            >
          } @else if (group.words.length === 1) {
            <small class="half">A second word is missing; the group isn’t saved without one.</small>
          }
        </li>
      } @empty {
        <li class="none">No words mean the same yet.</li>
      }
    </ul>
    <button type="button" class="choice add" (click)="add()">Words that mean the same</button>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
      padding: 4px 0;
      border-block-end: 1px solid var(--hairline);
    }
    input {
      flex: 1 1 200px;
      min-width: 0;
    }
    small {
      flex-basis: 100%;
      color: var(--quiet);
    }
    .half {
      color: var(--vermilion);
    }
    .none {
      color: var(--quiet);
    }
  `,
})
export class SynonymList {
  readonly synonyms = input.required<readonly Synonyms[]>();
  readonly lang = input.required<string>();
  readonly changed = output<readonly Synonyms[]>();

  protected put(group: Synonyms, text: string): void {
    const typed = text.split(',').map((word) => word.trim());
    const words = typed.filter(
      (word, at) => word && typed.findIndex((one) => one.toLowerCase() === word.toLowerCase()) === at,
    );
    if (!words.length) this.remove(group);
    else this.change(group, { words: words.slice(0, MAX_SYNONYM_WORDS) });
  }

  protected turn(group: Synonyms): void {
    this.change(group, { oneWay: !group.oneWay });
  }

  private change(group: Synonyms, change: Partial<Synonyms>): void {
    this.changed.emit(this.synonyms().map((one) => (one === group ? { ...one, ...change } : one)));
  }

  protected remove(group: Synonyms): void {
    this.changed.emit(this.synonyms().filter((one) => one !== group));
  }

  protected add(): void {
    const group: Synonyms = { id: crypto.randomUUID(), lang: this.lang(), words: [], oneWay: false };
    this.changed.emit([...this.synonyms(), group]);
  }
}
