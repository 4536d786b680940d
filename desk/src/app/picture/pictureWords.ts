import {
  ChangeDetectionStrategy,
  Component,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { PictureWords, Problem } from '@fond/contract';
import type { FocusPoint } from '@fond/core';
import { PictureApi } from '../api/pictureApi';
import { languageName } from '../records/languageName';
import { FocusField } from './focusField';

/** What a picture shows in words, and what of it stays in view: of the picture, wherever it stands. */
@Component({
  selector: 'desk-picture-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FocusField],
  template: `
    <div class="focus">
      <desk-focus-field
        [hash]="hash()"
        [focus]="held().focus ?? middle"
        [width]="120"
        (focused)="point($event)"
      />
      <small>The ring stays in view where the picture is cropped.</small>
    </div>
    <div class="alts">
      @for (lang of languages(); track lang) {
        <label
          ><span>What it shows, {{ language(lang) }}</span>
          <input
            class="field"
            maxlength="250"
            placeholder="the product’s name"
            [value]="alt(lang)"
            (change)="write(lang, $any($event.target).value)"
        /></label>
      }
      @if (problem(); as told) {
        <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
      } @else {
        <small role="status">{{
          said() ||
            'For those who don’t see it, and for search engines. Holds as soon as you leave the field.'
        }}</small>
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      gap: 16px;
      padding: 8px 0;
    }
    .focus {
      width: 120px;
    }
    .alts {
      display: grid;
      flex: 1;
      align-content: start;
      gap: 6px;
      min-width: 0;
    }
    label {
      display: grid;
      gap: 2px;
    }
    .field {
      width: 100%;
    }
    small,
    span {
      color: var(--quiet);
    }
    .turned {
      margin: 0;
    }
  `,
})
export class PictureWordsFields {
  private readonly api = inject(PictureApi);
  readonly source = input.required<string>();
  readonly hash = input.required<string>();
  readonly words = input.required<PictureWords>();
  readonly languages = input.required<readonly string[]>();
  readonly changed = output<PictureWords>();
  protected readonly language = languageName;
  protected readonly middle: FocusPoint = { x: 50, y: 50 };
  protected readonly held = linkedSignal(() => this.words());
  protected readonly said = signal('');
  protected readonly problem = signal<Problem | null>(null);

  protected alt(lang: string): string {
    const { alts } = this.held();
    return Object.hasOwn(alts, lang) ? alts[lang] : '';
  }

  protected write(lang: string, text: string): void {
    const { alts, focus } = this.held();
    this.put({ alts: { ...alts, [lang]: text.trim() }, focus });
  }

  protected point(focus: FocusPoint): void {
    this.put({ ...this.held(), focus });
  }

  private put(words: PictureWords): void {
    const before = this.held();
    this.held.set(words);
    this.problem.set(null);
    this.api.describe(this.source(), words).subscribe({
      next: ({ alts, focus }) => {
        this.said.set('Stored.');
        this.changed.emit({ alts, focus });
      },
      error: (problem: Problem) => {
        this.held.set(before);
        this.problem.set(problem);
      },
    });
  }
}
