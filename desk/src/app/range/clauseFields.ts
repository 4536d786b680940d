import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Clause, StockState } from '@fond/core';
import { RangeVocabulary } from '../wording/rangeNames';

type Ranged = Extract<Clause, { from: number | null }>;
type Counted = Extract<Clause, { days: number }>;

const STATES: readonly { state: StockState; name: string }[] = [
  { state: 'in', name: 'plentiful' },
  { state: 'low', name: 'few left' },
  { state: 'out', name: 'sold out' },
];

/** The settings of one clause. */
@Component({
  selector: 'desk-clause-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = clause();
    @switch (one.kind) {
      @case ('category') {
        <select aria-label="Category" (change)="set({ category: +$any($event.target).value })">
          @for (category of words.groups().categories; track category.id) {
            <option [value]="category.id" [selected]="category.id === one.category">
              {{ category.title }}
            </option>
          }
        </select>
        <label
          ><input type="checkbox" [checked]="one.below" (change)="set({ below: !one.below })" /> with all
          below</label
        >
        <label
          ><input type="checkbox" [checked]="one.main" (change)="set({ main: !one.main })" /> as main category
          only</label
        >
      }
      @case ('collection') {
        <select aria-label="Collection" (change)="set({ collection: +$any($event.target).value })">
          @for (collection of words.groups().collections; track collection.id) {
            <option [value]="collection.id" [selected]="collection.id === one.collection">
              {{ collection.title }}
            </option>
          }
        </select>
      }
      @case ('tag') {
        <select aria-label="Tag" (change)="set({ tag: +$any($event.target).value })">
          @for (tag of words.groups().tags; track tag.id) {
            <option [value]="tag.id" [selected]="tag.id === one.tag">{{ tag.title }}</option>
          }
        </select>
      }
      @case ('attribute') {
        <span class="choices">
          @for (value of values(); track value.value) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="one.values.includes(value.value)"
              (click)="toggleValue(one.values, value.value)"
            >
              {{ value.label }} <span class="figures">{{ value.count }}</span>
            </button>
          }
        </span>
        @if (!one.values.length) {
          <span class="unit">any value</span>
        }
      }
      @case ('activity') {
        <label
          >at least
          <input
            type="number"
            class="field number"
            min="0"
            [value]="one.least"
            (change)="setWhole('least', $any($event.target), 0, 1000000)"
            aria-label="At least"
        /></label>
        <label
          >within
          <input
            type="number"
            class="field number"
            min="1"
            max="400"
            [value]="one.days"
            (change)="setWhole('days', $any($event.target), 1, 400)"
            aria-label="Days"
          />
          days</label
        >
      }
      @case ('added') {
        <label
          >within
          <input
            type="number"
            class="field number"
            min="1"
            max="4000"
            [value]="one.days"
            (change)="setWhole('days', $any($event.target), 1, 4000)"
            aria-label="Days"
          />
          days</label
        >
      }
      @case ('stock') {
        <span class="choices">
          @for (state of states; track state.state) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="one.states.includes(state.state)"
              (click)="toggleState(one.states, state.state)"
            >
              {{ state.name }}
            </button>
          }
        </span>
      }
      @case ('title') {
        <input
          type="text"
          class="field text"
          maxlength="100"
          aria-label="Word in the name"
          [value]="one.text"
          (change)="text($any($event.target))"
        />
      }
      @case ('language') {
        <span class="unit">Products without a name in this language are left out.</span>
      }
    }
    @if (bounds(); as ends) {
      @for (end of ends; track end.name) {
        <label
          >{{ end.name }}
          <input
            type="number"
            class="field number"
            min="0"
            step="any"
            [value]="end.value ?? ''"
            (change)="setBound(end.name, $any($event.target).value)"
            [attr.aria-label]="end.label"
        /></label>
      }
      <span class="unit">{{ unit() }}</span>
    }
    @if (turned()) {
      <p class="turned" role="alert">From {{ $any(one).from }} down to {{ $any(one).to }}: turn it round.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 12px;
      padding: 4px 0 6px;
    }
    .number {
      width: 74px;
    }
    .text {
      width: 220px;
    }
    .turned {
      flex-basis: 100%;
      margin: 0;
      color: var(--vermilion);
    }
  `,
})
export class ClauseFields {
  protected readonly words = inject(RangeVocabulary);
  readonly clause = input.required<Clause>();
  readonly changed = output<Clause>();
  protected readonly states = STATES;

  private readonly attribute = computed(() => {
    const clause = this.clause();
    return 'attribute' in clause
      ? this.words.words()?.attributes.find(({ key }) => key === clause.attribute)
      : undefined;
  });
  protected readonly values = computed(() => {
    const attribute = this.attribute();
    const [lang] = this.words.words()?.languages ?? ['en'];
    const yesNo: Readonly<Record<string, string>> = { yes: 'yes', no: 'no' };
    return (attribute?.values ?? []).map(({ value, labels, count }) => ({
      value,
      count,
      label: labels[lang] || yesNo[value] || value,
    }));
  });
  protected readonly unit = computed(() => {
    const clause = this.clause();
    if (clause.kind === 'attributeNumber') return this.attribute()?.unit ?? '';
    if (clause.kind !== 'number') return '';
    return {
      price: this.words.words()?.currency ?? '',
      saving: '%',
      rating: 'stars',
      ratings: 'ratings',
      stock: 'pieces',
      sold: 'pieces',
      seen: 'times',
      clicked: '% of the times seen',
      earned: `${this.words.words()?.currency ?? ''} for a thousand times seen`,
    }[clause.field];
  });
  /** The two ends of a clause about numbers. */
  protected readonly bounds = computed(() => {
    const clause = this.clause();
    return 'from' in clause
      ? ([
          { name: 'from', label: 'From', value: clause.from },
          { name: 'to', label: 'To', value: clause.to },
        ] as const)
      : null;
  });
  protected readonly turned = computed(() => {
    const clause = this.clause();
    return 'from' in clause && clause.from !== null && clause.to !== null && clause.from > clause.to;
  });

  protected set(change: Partial<Clause>): void {
    this.changed.emit({ ...this.clause(), ...change } as Clause);
  }

  protected setBound(end: 'from' | 'to', text: string): void {
    const number = text.trim() === '' ? null : Number(text);
    if (number === null || (Number.isFinite(number) && number >= 0))
      this.set({ [end]: number } as Partial<Ranged>);
  }

  protected setWhole(name: 'days' | 'least', field: HTMLInputElement, least: number, most: number): void {
    const number = Number(field.value);
    if (field.value !== '' && Number.isInteger(number) && number >= least && number <= most)
      this.set({ [name]: number } as Partial<Counted>);
    else field.value = String((this.clause() as unknown as Record<string, number>)[name]);
  }

  protected text(field: HTMLInputElement): void {
    if (field.value.trim()) this.set({ text: field.value.trim() } as Partial<Clause>);
    else field.value = (this.clause() as { text: string }).text;
  }

  protected toggleValue(values: readonly string[], value: string): void {
    this.set({
      values: values.includes(value) ? values.filter((one) => one !== value) : [...values, value],
    } as Partial<Clause>);
  }

  protected toggleState(states: readonly StockState[], state: StockState): void {
    const next = STATES.map((one) => one.state).filter((one) =>
      one === state ? !states.includes(one) : states.includes(one),
    );
    if (next.length) this.set({ states: next } as Partial<Clause>);
  }
}
