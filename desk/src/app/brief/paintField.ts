import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { COLOUR_NAMES, colourOf, USUAL_LOOK, type CardPaint, type Paint } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { COLOUR_WORDS } from '../wording/words';

/** A colour: one of the look's by name, or one of its own; where it is offered, the usual one or the category's. */
@Component({
  selector: 'desk-paint-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'line' },
  template: `
    <span>{{ name() }}</span>
    <select [attr.aria-label]="called() + ', by name'" (change)="choose($any($event.target).value)">
      @if (usual(); as word) {
        <option value="" [selected]="paint() === null">{{ word }}</option>
      }
      @for (colour of colours; track colour) {
        <option [value]="colour" [selected]="paint() === colour">{{ words[colour] }}</option>
      }
      @if (through()) {
        <option value="none" [selected]="paint() === 'none'">nothing</option>
      }
      @if (category()) {
        <option value="category" [selected]="paint() === 'category'">the category’s own</option>
      }
      <option value="own" [selected]="own()">a colour of its own</option>
    </select>
    @if (own()) {
      <input
        type="color"
        [attr.aria-label]="called() + ', its own colour'"
        [value]="paint()"
        (input)="changed.emit($any($event.target).value)"
      />
    }
  `,
})
export class PaintField {
  private readonly editor = inject(PlanEditor);
  readonly name = input.required<string>();
  /** What it is called where its name alone would not do. */
  readonly called = input.required<string>();
  readonly paint = input.required<CardPaint | 'none' | null>();
  /** The word for having no colour of its own; empty where there has to be one. */
  readonly usual = input('');
  readonly category = input(false);
  /** Whether it may be left out, so that what lies below is seen. */
  readonly through = input(false);
  readonly changed = output<CardPaint | null>();
  readonly leftOut = output();
  protected readonly colours = COLOUR_NAMES;
  protected readonly words = COLOUR_WORDS;
  protected readonly own = computed(() => this.paint()?.startsWith('#') ?? false);

  /** A colour of its own begins as the one it has. */
  protected choose(choice: string): void {
    if (choice === 'none') {
      this.leftOut.emit();
      return;
    }
    if (choice !== 'own') {
      this.changed.emit(choice === '' ? null : (choice as CardPaint));
      return;
    }
    const colours = this.editor.plan()?.look.colours ?? USUAL_LOOK.colours;
    const paint = this.paint();
    const now = paint === null || paint === 'none' || paint === 'category' ? 'ink' : paint;
    this.changed.emit(colourOf(now, colours) as Paint);
  }
}
