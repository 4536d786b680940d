import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import type { ProductColumn } from '@fond/contract';
import { STANDING_WORDS } from './cellFace';

/** Offers that are listed at once. */
const OFFERED = 40;

/** The field in a cell: Enter and Tab store, Escape leaves what was there. */
@Component({
  selector: 'desk-cell-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (column().kind === 'standing') {
      <select
        #field
        [attr.aria-label]="column().label"
        (keydown)="onKey($event)"
        (change)="commit('stay')"
        (blur)="leave()"
      >
        @for (choice of column().choices; track choice) {
          <option [value]="choice" [selected]="choice === text()">{{ words(choice) }}</option>
        }
      </select>
    } @else {
      <input
        #field
        [attr.aria-label]="column().label"
        [attr.list]="offers().length ? 'cell-offers' : null"
        [value]="text()"
        [attr.inputmode]="isNumber() ? 'decimal' : null"
        [attr.title]="several() ? 'Entries stand between bars: |' : null"
        (input)="now.set($any($event.target).value)"
        (keydown)="onKey($event)"
        (blur)="leave()"
      />
      @if (offers().length) {
        <datalist id="cell-offers">
          @for (offer of offers(); track offer) {
            <option [value]="offer"></option>
          }
        </datalist>
      }
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      z-index: 2;
    }
    input,
    select {
      width: 100%;
      height: 100%;
      padding: 0 9px;
      border: 2px solid var(--petrol);
      border-radius: 0;
      outline: none;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
    :host-context(.number) input {
      text-align: end;
    }
  `,
})
export class CellEditor {
  readonly column = input.required<ProductColumn>();
  readonly text = input.required<string>();
  /** Whether it was opened by typing: then the next letter comes behind, and nothing is selected. */
  readonly typed = input(false);
  readonly committed = output<{ text: string; then: 'down' | 'on' | 'back' | 'stay' }>();
  readonly cancelled = output<void>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement | HTMLSelectElement>>('field');
  protected readonly now = linkedSignal(() => this.text());
  protected readonly several = computed(() => ['list', 'paths'].includes(this.column().kind));
  protected readonly isNumber = computed(() => ['money', 'number'].includes(this.column().kind));
  private ended = false;

  /** What could be meant; of a list the entry that is being written, behind those that are. */
  protected readonly offers = computed(() => {
    const { choices } = this.column();
    const text = this.now();
    const from = this.several() ? text.lastIndexOf('|') + 1 : 0;
    const sought = text.slice(from).trim().toLowerCase();
    return choices
      .filter((choice) => choice.toLowerCase().includes(sought))
      .slice(0, OFFERED)
      .map((choice) => text.slice(0, from) + choice);
  });

  constructor() {
    afterNextRender(() => {
      const field = this.field().nativeElement;
      field.focus({ preventScroll: true });
      if (field instanceof HTMLInputElement && !this.typed()) field.select();
    });
  }

  protected words(choice: string): string {
    return STANDING_WORDS[choice as keyof typeof STANDING_WORDS];
  }

  protected onKey(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      this.ended = true;
      this.cancelled.emit();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.commit('down');
    } else if (event.key === 'Tab') {
      event.preventDefault();
      this.commit(event.shiftKey ? 'back' : 'on');
    }
  }

  protected leave(): void {
    this.commit('stay');
  }

  protected commit(then: 'down' | 'on' | 'back' | 'stay'): void {
    if (this.ended) return;
    this.ended = true;
    this.committed.emit({ text: this.field().nativeElement.value, then });
  }
}
