import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { LibraryPicture } from '@fond/contract';
import { swatchPaint } from '@fond/core';
import { LibraryPick } from '../../picture/libraryPick';

/** How a value looks: a colour, two of a pattern, a picture, or nothing. */
@Component({
  selector: 'desk-swatch-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LibraryPick],
  template: `
    <span class="swatch" [style.background]="paint()" aria-hidden="true"></span>
    @if (!isPicture()) {
      <input
        type="color"
        [attr.aria-label]="'Colour of ' + name()"
        [value]="colours()[0] ?? '#d3dad6'"
        (change)="put([$any($event.target).value, colours()[1]])"
      />
      @if (colours().length === 2) {
        <input
          type="color"
          [attr.aria-label]="'Second colour of ' + name()"
          [value]="colours()[1]"
          (change)="put([colours()[0], $any($event.target).value])"
        />
      } @else if (colours().length) {
        <button
          type="button"
          class="word"
          [attr.aria-label]="'A second colour for ' + name()"
          (click)="put([colours()[0], '#ffffff'])"
        >
          + second
        </button>
      }
    }
    <button
      type="button"
      class="word"
      [attr.aria-label]="'A picture for ' + name()"
      [attr.aria-expanded]="choosing()"
      (click)="choosing.set(!choosing())"
    >
      picture
    </button>
    @if (swatch()) {
      <button
        type="button"
        class="word"
        [attr.aria-label]="'No colour for ' + name()"
        (click)="changed.emit(null)"
      >
        none
      </button>
    }
    @if (choosing()) {
      <desk-library-pick (picked)="use($event)" />
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
    }
    .swatch {
      width: 24px;
      height: 24px;
      border: 1px solid var(--hairline);
      border-radius: 50%;
    }
    desk-library-pick {
      flex-basis: 100%;
    }
  `,
})
export class SwatchField {
  readonly name = input.required<string>();
  readonly swatch = input.required<string | null>();
  readonly changed = output<string | null>();
  protected readonly choosing = signal(false);
  protected readonly paint = computed(() => swatchPaint(this.swatch()));
  protected readonly isPicture = computed(() => this.swatch()?.startsWith('picture:') ?? false);
  protected readonly colours = computed(() => (this.isPicture() ? [] : (this.swatch()?.split(' ') ?? [])));

  protected put(colours: readonly (string | undefined)[]): void {
    this.changed.emit(colours.filter(Boolean).join(' ') || null);
  }

  protected use({ hash }: LibraryPicture): void {
    this.choosing.set(false);
    this.changed.emit(`picture:${hash}`);
  }
}
