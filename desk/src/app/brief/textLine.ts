import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Texts } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';

/** A short text of a fixture, written in the language of the page in the window. */
@Component({
  selector: 'desk-text-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="line"
      >{{ name() }}
      <input
        class="field grow"
        [attr.maxlength]="most()"
        [attr.placeholder]="otherwise() || null"
        [attr.aria-label]="(called() || name()) + ', ' + editor.lang()"
        [value]="text()"
        (input)="write($any($event.target).value)"
    /></label>
  `,
})
export class TextLine {
  protected readonly editor = inject(PlanEditor);
  readonly name = input.required<string>();
  /** What it is called where its name alone would not do. */
  readonly called = input('');
  readonly texts = input.required<Texts>();
  readonly most = input(80);
  /** What stands there while nothing is written. */
  readonly otherwise = input('');
  readonly changed = output<Texts>();
  protected readonly text = computed((): string => {
    const own: string | undefined = this.texts()[this.editor.lang()];
    return own ?? '';
  });

  /** What is empty is not kept. */
  protected write(text: string): void {
    const { [this.editor.lang()]: _, ...others } = this.texts();
    this.changed.emit(text ? { ...others, [this.editor.lang()]: text } : others);
  }
}
