import type { Page } from 'puppeteer-core';

/**
 * What the HTML standard doesn't allow, though browsers draw it: blocks within words, labels of several fields, names on
 * elements that can't have one, and attributes that hold words instead of standing or not.
 */
export function misplaced(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const BLOCKS = [
      'details',
      'div',
      'p',
      'ul',
      'ol',
      'dl',
      'table',
      'fieldset',
      'section',
      'h1',
      'h2',
      'h3',
      'h4',
      'h5',
      'h6',
    ];
    const WORDS = [
      'span',
      'button',
      'p',
      'label',
      'b',
      'i',
      'em',
      'strong',
      'small',
      'h1',
      'h2',
      'h3',
      'h4',
      'h5',
      'h6',
    ];
    const NAMELESS = ['b', 'i', 'em', 'strong', 'small', 'span', 'div', 'p', 'code'];
    const rules: [string, (element: Element) => boolean][] = [
      [
        'a block within words',
        (element) => element.matches(BLOCKS.join()) && !!element.parentElement!.closest(WORDS.join()),
      ],
      [
        'a label of several fields',
        (element) =>
          element.matches('label') && element.querySelectorAll('input, select, textarea, button').length > 1,
      ],
      [
        'a name on what has no role',
        (element) => element.matches(NAMELESS.join()) && element.matches('[aria-label]:not([role])'),
      ],
      [
        'an attribute with a value that it does not have',
        // Buttons of the widget library write theirs so, where browsers take any value for standing.
        (element) =>
          element.matches('[disabled="true"], [disabled="false"], [checked="true"], [open="true"]') &&
          !element.matches('[mat-button], [mat-icon-button], [mat-flat-button], [mat-stroked-button]'),
      ],
      [
        'a thing to press within another',
        (element) =>
          element.matches('a[href], button, input, select, textarea, summary') &&
          !!element.parentElement!.closest('a[href], button, summary'),
      ],
    ];
    return [...document.body.querySelectorAll('*')].flatMap((element) =>
      rules
        .filter(([, broken]) => broken(element))
        .map(
          ([rule]) =>
            `${rule}: ${element.parentElement!.tagName.toLowerCase()}.${element.parentElement!.className} > ${element.outerHTML.slice(0, 120)}`,
        ),
    );
  });
}
