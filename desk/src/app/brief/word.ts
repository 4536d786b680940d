import { Directive, input, output } from '@angular/core';

/**
 * A word of a sentence that opens its slip. A real button can't break over two lines as a word does, so this is a
 * span that behaves as one.
 */
@Directive({
  selector: 'span[deskWord]',
  host: {
    class: 'word',
    role: 'button',
    tabindex: '0',
    '[attr.data-slip]': 'deskWord()',
    '[attr.aria-expanded]': 'open() === deskWord()',
    '(click)': 'pressed.emit()',
    '(keydown.enter)': 'press($event)',
    '(keydown.space)': 'press($event)',
    '[class.inherited]': 'inherited()',
    '(keydown.backspace)': 'resetPressed.emit()',
    '(keydown.delete)': 'resetPressed.emit()',
  },
})
export class Word {
  /** Name of the slip, and of the one that is open. */
  readonly deskWord = input.required<string>();
  readonly open = input.required<string | null>();
  /** Whether what it says comes from the base; told in another colour and slant. */
  readonly inherited = input(false);
  readonly pressed = output();
  /** Backspace or Delete: what is own here goes back to the base. */
  readonly resetPressed = output();

  protected press(event: Event): void {
    event.preventDefault();
    this.pressed.emit();
  }
}
