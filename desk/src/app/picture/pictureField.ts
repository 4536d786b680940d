import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import type { LibraryPicture, Problem } from '@fond/contract';
import type { FocusPoint, PictureSource, Texts } from '@fond/core';
import { Api } from '../api/api';
import { FocusField } from './focusField';
import { LibraryPick } from './libraryPick';
import { FilePick } from '../shell/filePick';

/** A picture for a fixture: the aisle's own, one that is uploaded, or none; and the point that stays in view. */
@Component({
  selector: 'desk-picture-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, FocusField, LibraryPick],
  template: `
    <fieldset>
      <legend>Picture</legend>
      @if (aisles()) {
        <label
          ><input
            type="radio"
            [name]="'picture-' + name()"
            [checked]="picture()?.kind === 'aisle'"
            (change)="changed.emit({ kind: 'aisle' })"
          />the aisle’s own; nothing where an aisle has none</label
        >
      }
      <label
        ><input
          type="radio"
          [name]="'picture-' + name()"
          [checked]="picture()?.kind === 'kept'"
          (change)="file.ask()"
        />one of its own</label
      >
      <label
        ><input
          type="radio"
          [name]="'picture-' + name()"
          [checked]="picture() === null"
          (change)="changed.emit(null)"
        />{{ followed() ? 'as on wider pages' : 'none' }}</label
      >
    </fieldset>
    <p class="line">
      <desk-file-pick
        #file
        words="Upload a picture …"
        accept="image/jpeg,image/png,image/webp,image/avif,image/gif"
        [disabled]="busy()"
        (picked)="take($event)"
      />
      <button
        type="button"
        class="choice"
        [attr.aria-expanded]="choosing()"
        (click)="choosing.set(!choosing())"
      >
        one the shop has …
      </button>
      @if (busy()) {
        <span role="status">Keeping it …</span>
      }
    </p>
    @if (choosing()) {
      <desk-library-pick (picked)="use($event)" />
    }
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
    @if (uploaded(); as one) {
      <div class="kept">
        @if (focus(); as point) {
          <desk-focus-field [hash]="one.hash" [focus]="point" (focused)="focused.emit($event)" />
        }
        @if (!adorns()) {
          <label
            >What it shows, for those who can’t see it
            <input
              class="field"
              maxlength="200"
              [value]="alt(one.alt)"
              (input)="describe($any($event.target).value)"
          /></label>
        }
      </div>
    }
  `,
  styles: `
    input[type='file'] {
      font: inherit;
    }
    .kept {
      display: flex;
      gap: 14px;
      align-items: start;
    }
    .kept label {
      flex: 1;
      display: grid;
      gap: 4px;
    }
  `,
})
export class PictureField {
  private readonly api = inject(Api);
  readonly name = input.required<string>();
  /** None means the one of wider pages. */
  readonly followed = input(false);
  readonly picture = input.required<PictureSource | null>();
  /** The point that stays in view; null where nobody chooses it. */
  readonly focus = input.required<FocusPoint | null>();
  /** Whether the aisle's own may be chosen. */
  readonly aisles = input(true);
  /** It shows nothing that needs words. */
  readonly adorns = input(false);
  readonly lang = input.required<string>();
  readonly changed = output<PictureSource | null>();
  readonly focused = output<FocusPoint>();
  protected readonly busy = signal(false);
  protected readonly choosing = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  protected uploaded(): Extract<PictureSource, { kind: 'kept' }> | null {
    const picture = this.picture();
    return picture?.kind === 'kept' ? picture : null;
  }

  protected take(file: File): void {
    this.busy.set(true);
    this.problem.set(null);
    this.api.uploadPicture(file).subscribe({
      next: (kept) => {
        this.busy.set(false);
        this.changed.emit({ kind: 'kept', ...kept, alt: this.uploaded()?.alt ?? {} });
      },
      error: (problem: Problem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }

  /** One that is there already, with the words that are kept of it. */
  protected use({ hash, width, height, alts }: LibraryPicture): void {
    this.choosing.set(false);
    this.changed.emit({ kind: 'kept', hash, width, height, alt: alts });
  }

  protected alt(texts: Texts): string {
    const own: string | undefined = texts[this.lang()];
    return own ?? '';
  }

  protected describe(text: string): void {
    const kept = this.uploaded();
    if (kept) this.changed.emit({ ...kept, alt: { ...kept.alt, [this.lang()]: text } });
  }
}
