import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Texts } from '@fond/core';
import { keepsAll, RichText } from './richText';

/** One text in every language of the shop: a title in a line, or a description in a field of its own. */
@Component({
  selector: 'desk-texts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RichText],
  template: `
    @for (lang of languages(); track lang; let first = $first) {
      @if (long()) {
        <div class="long">
          <span>{{ lang }}</span>
          @if (isPlain(lang)) {
            <desk-rich-text
              [label]="name() + ', ' + lang"
              [html]="textIn(lang)"
              (changed)="write(lang, $event)"
            />
          } @else {
            <textarea
              class="field"
              rows="3"
              maxlength="20000"
              [attr.aria-label]="name() + ', ' + lang"
              [value]="textIn(lang)"
              (input)="write(lang, $any($event.target).value)"
            ></textarea>
          }
        </div>
      } @else {
        <label
          ><span>{{ lang }}</span>
          <input
            class="name"
            maxlength="200"
            [attr.aria-label]="name() + ', ' + lang"
            [placeholder]="first ? name() : 'as in ' + languages()[0]"
            [value]="textIn(lang)"
            (input)="write(lang, $any($event.target).value)"
          />
        </label>
      }
    }
    @if (fault(); as message) {
      <p class="fault">The {{ name().toLowerCase() }} {{ message }}.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    label {
      display: grid;
      grid-template-columns: 28px minmax(0, 1fr);
      align-items: baseline;
    }
    .long {
      display: grid;
      grid-template-columns: 28px minmax(0, 1fr);
      align-items: start;
      padding: 4px 0;
    }
    .long > span {
      padding-top: 5px;
    }
    span {
      color: var(--quiet);
    }
    .name {
      width: 100%;
      border: 0;
      border-bottom: 1px solid transparent;
      background: none;
      color: inherit;
      font: 600 26px/1.2 var(--condensed);
    }
    .name:hover,
    .name:focus {
      border-color: var(--petrol);
    }
    label + label .name {
      font-size: 18px;
    }
    .fault {
      margin: 4px 0;
      color: var(--vermilion);
    }
  `,
})
export class LocalTexts {
  readonly name = input.required<string>();
  readonly texts = input.required<Texts>();
  readonly languages = input.required<readonly string[]>();
  readonly long = input(false);
  readonly fault = input('');
  readonly changed = output<Texts>();

  /** Whether the editor can hold all that a text has; one with more is written as HTML, so that nothing of it is lost. */
  protected isPlain(lang: string): boolean {
    return keepsAll(this.textIn(lang));
  }

  protected textIn(lang: string): string {
    const texts = this.texts();
    return lang in texts ? texts[lang] : '';
  }

  /** A language without a text is left out, so that the shop's own one stands in. */
  protected write(lang: string, text: string): void {
    const { [lang]: _, ...others } = this.texts();
    this.changed.emit(text ? { ...others, [lang]: text } : others);
  }
}
