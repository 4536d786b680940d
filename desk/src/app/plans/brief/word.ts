import { Directive } from '@angular/core';

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
    '(keydown.enter)': 'press($event)',
    '(keydown.space)': 'press($event)',
  },
})
export class Word {
  protected press(event: Event): void {
    event.preventDefault();
    (event.target as HTMLElement).click();
  }
}
