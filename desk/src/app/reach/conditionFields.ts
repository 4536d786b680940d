import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { AISLE_KINDS, WIDTH_NAMES, type Condition } from '@fond/core';
import { DayField } from '../field/dayField';
import { RangeVocabulary } from '../wording/rangeNames';
import { toggled } from '../wording/conditionKinds';
import { kindWord } from '../wording/reachWords';

const DAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

/** The settings of one condition. */
@Component({
  selector: 'desk-condition-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField],
  template: `
    @let one = condition();
    @switch (one.kind) {
      @case ('aisles') {
        @for (kind of kinds; track kind) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="one.of.includes(kind)"
            (click)="changed.emit({ kind: 'aisles', of: toggled(one.of, kind) })"
          >
            {{ kindWord(kind) }}
          </button>
        }
      }
      @case ('category') {
        <select
          aria-label="Category"
          (change)="
            changed.emit({ kind: 'category', category: +$any($event.target).value, below: one.below })
          "
        >
          @for (category of words.groups().categories; track category.id) {
            <option [value]="category.id" [selected]="category.id === one.category">
              {{ category.title }}
            </option>
          }
        </select>
        <label
          ><input
            type="checkbox"
            [checked]="one.below"
            (change)="changed.emit({ kind: 'category', category: one.category, below: !one.below })"
          />
          with all below</label
        >
      }
      @case ('collection') {
        <select
          aria-label="Collection"
          (change)="changed.emit({ kind: 'collection', collection: +$any($event.target).value })"
        >
          @for (collection of words.groups().collections; track collection.id) {
            <option [value]="collection.id" [selected]="collection.id === one.collection">
              {{ collection.title }}
            </option>
          }
        </select>
      }
      @case ('language') {
        @for (lang of words.words()?.languages ?? []; track lang) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="one.languages.includes(lang)"
            (click)="changed.emit({ kind: 'language', languages: toggled(one.languages, lang) })"
          >
            {{ words.names().language(lang) }}
          </button>
        }
      }
      @case ('width') {
        @for (width of widths; track width) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="one.widths.includes(width)"
            (click)="changed.emit({ kind: 'width', widths: toggled(one.widths, width) })"
          >
            {{ width }}
          </button>
        }
      }
      @case ('dates') {
        <span>from</span>
        <desk-day-field
          label="First day"
          [value]="one.from ?? ''"
          (changed)="changed.emit({ kind: 'dates', from: $event || null, to: one.to })"
        />
        <span>to</span>
        <desk-day-field
          label="Last day"
          [value]="one.to ?? ''"
          (changed)="changed.emit({ kind: 'dates', from: one.from, to: $event || null })"
        />
        @if (one.from && one.to && one.from > one.to) {
          <span class="wrong" role="alert">runs backwards</span>
        }
      }
      @case ('weekdays') {
        @for (day of days; track day; let at = $index) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="one.days.includes(at + 1)"
            (click)="changed.emit({ kind: 'weekdays', days: toggled(one.days, at + 1) })"
          >
            {{ day }}
          </button>
        }
      }
      @case ('filters') {
        <label
          ><input
            type="checkbox"
            [checked]="one.used"
            (change)="changed.emit({ kind: 'filters', used: !one.used })"
          />
          while shoppers have chosen some</label
        >
      }
      @case ('results') {
        <label
          ><input
            type="checkbox"
            [checked]="one.some"
            (change)="changed.emit({ kind: 'results', some: !one.some })"
          />
          where there is at least one product</label
        >
      }
      @case ('shopper') {
        <label
          ><input
            type="checkbox"
            [checked]="one.signedIn"
            (change)="changed.emit({ kind: 'shopper', signedIn: !one.signedIn })"
          />
          who have signed in</label
        >
      }
      @case ('share') {
        <label
          >shoppers from
          <input
            class="field part"
            type="number"
            min="0"
            max="100"
            [value]="one.from"
            (change)="share(+$any($event.target).value, one.to)"
        /></label>
        <label
          >to
          <input
            class="field part"
            type="number"
            min="0"
            max="100"
            [value]="one.to"
            (change)="share(one.from, +$any($event.target).value)"
          />
          in 100 shoppers</label
        >
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 8px;
    }
    .part {
      width: 64px;
    }
    .wrong {
      color: var(--vermilion);
    }
  `,
})
export class ConditionFields {
  readonly condition = input.required<Condition>();
  readonly changed = output<Condition>();
  protected readonly words = inject(RangeVocabulary);
  protected readonly kinds = AISLE_KINDS;
  protected readonly kindWord = kindWord;
  protected readonly widths = WIDTH_NAMES;
  protected readonly days = DAYS;
  protected readonly toggled = toggled;

  /** Kept within a hundred, and the right way round. */
  protected share(from: number, to: number): void {
    const [low, high] = [from, to].map((part) => Math.min(100, Math.max(0, Math.round(part) || 0)));
    this.changed.emit({ kind: 'share', from: Math.min(low, high), to: Math.max(low, high) });
  }
}
