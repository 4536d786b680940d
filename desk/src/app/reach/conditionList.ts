import {
  ChangeDetectionStrategy,
  Component,
  computed,
  forwardRef,
  inject,
  input,
  output,
} from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { DEEPEST_CONDITION, type Condition, type ConditionKind } from '@fond/core';
import { RangeVocabulary } from '../wording/rangeNames';
import { ConditionFields } from './conditionFields';
import { CONDITION_KINDS, CONDITION_WORDS, freshCondition, isGroup } from '../wording/conditionKinds';

type Joint = 'all' | 'any' | 'none';

/** The conditions of a group, each in its line; groups hold groups. An empty list means always. */
@Component({
  selector: 'desk-condition-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule, ConditionFields, forwardRef(() => ConditionList)],
  template: `
    @if (conditions().length > 1 || depth() > 0) {
      <label class="joint"
        ><span class="unseen">How they go together</span>
        <select (change)="join($any($event.target).value)">
          @for (one of joints; track one) {
            <option [value]="one" [selected]="one === joint()">{{ one }} of these</option>
          }
        </select></label
      >
    }
    <ul>
      @for (one of conditions(); track $index) {
        <li>
          <span class="about">{{ words[one.kind] }}</span>
          @if (group(one); as inside) {
            <desk-condition-list
              class="inner"
              [joint]="inside.kind"
              [conditions]="inside.of"
              [depth]="depth() + 1"
              (changed)="put($index, $event)"
            />
          } @else {
            <desk-condition-fields [condition]="one" (changed)="put($index, $event)" />
          }
          <button
            type="button"
            class="tool"
            [attr.aria-label]="'Take away: ' + words[one.kind]"
            (click)="remove($index)"
          >
            <mat-icon svgIcon="close" />
          </button>
        </li>
      }
    </ul>
    <select aria-label="Add a condition" [value]="''" (change)="add($any($event.target))">
      <option value="">{{ conditions().length ? 'and …' : 'only when …' }}</option>
      @for (kind of kinds(); track kind) {
        <option [value]="kind">{{ words[kind] }}</option>
      }
    </select>
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      list-style: none;
      margin: 0 0 6px;
      padding: 0;
    }
    li {
      position: relative;
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
      padding: 4px 32px 4px 0;
      border-bottom: 1px solid var(--hairline);
    }
    .about {
      font-weight: 600;
    }
    .inner {
      flex: 1 1 100%;
      padding-inline-start: 14px;
      border-inline-start: 3px solid var(--hairline);
    }
    li > .tool {
      position: absolute;
      top: 4px;
      right: 0;
    }
    .joint {
      display: block;
      margin-bottom: 4px;
    }
  `,
})
export class ConditionList {
  private readonly vocabulary = inject(RangeVocabulary);
  readonly joint = input<Joint>('all');
  readonly conditions = input.required<readonly Condition[]>();
  /** How many groups it lies in. */
  readonly depth = input(0);
  readonly changed = output<Condition>();

  protected readonly joints: readonly Joint[] = ['all', 'any', 'none'];
  protected readonly words = CONDITION_WORDS;
  protected readonly group = (condition: Condition) => (isGroup(condition) ? condition : null);
  protected readonly kinds = computed(() =>
    CONDITION_KINDS.filter((kind) => {
      if (kind === 'all' || kind === 'any' || kind === 'none') return this.depth() + 1 < DEEPEST_CONDITION;
      return kind !== 'collection' || this.vocabulary.groups().collections.length > 0;
    }),
  );

  protected join(kind: Joint): void {
    this.changed.emit({ kind, of: this.conditions() });
  }

  protected put(place: number, condition: Condition): void {
    this.emit(this.conditions().map((one, at) => (at === place ? condition : one)));
  }

  protected remove(place: number): void {
    this.emit(this.conditions().filter((_, at) => at !== place));
  }

  protected add(field: HTMLSelectElement): void {
    const kind = field.value as ConditionKind | '';
    field.value = '';
    if (!kind) return;
    const { categories, collections } = this.vocabulary.groups();
    const fresh = freshCondition(kind, {
      category: categories[0]?.id ?? 1,
      collection: collections[0]?.id ?? 1,
      languages: this.vocabulary.words()?.languages ?? ['en'],
    });
    this.emit([...this.conditions(), fresh]);
  }

  private emit(of: readonly Condition[]): void {
    this.changed.emit({ kind: this.joint(), of });
  }
}
