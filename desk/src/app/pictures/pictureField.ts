import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import type { Problem } from '@fond/contract';
import type { FocusPoint, PictureSource, Texts } from '@fond/core';
import { Api } from '../api/api';

/** A picture for a fixture: the aisle's own, one that is uploaded, or none; and the point that stays in view. */
@Component({
  selector: 'desk-picture-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>Picture</legend>
      <label
        ><input
          type="radio"
          [name]="'picture-' + name()"
          [checked]="picture()?.kind === 'aisle'"
          (change)="changed.emit({ kind: 'aisle' })"
        />the aisle’s own; nothing where an aisle has none</label
      >
      <label
        ><input
          type="radio"
          [name]="'picture-' + name()"
          [checked]="picture()?.kind === 'kept'"
          (change)="file.click()"
        />one of its own</label
      >
      <label
        ><input
          type="radio"
          [name]="'picture-' + name()"
          [checked]="picture() === null"
          (change)="changed.emit(null)"
        />none</label
      >
    </fieldset>
    <p class="line">
      <input
        #file
        type="file"
        aria-label="Upload a picture"
        accept="image/jpeg,image/png,image/webp,image/avif,image/gif"
        (change)="take($any($event.target))"
      />
      @if (busy()) {
        <span role="status">Keeping it …</span>
      }
    </p>
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
    @if (kept(); as one) {
      <div class="kept">
        <button
          type="button"
          class="focus"
          [attr.aria-label]="'Point that stays in view: ' + focus().x + ' % across, ' + focus().y + ' % down'"
          (click)="point($event)"
          (keydown)="nudge($event)"
        >
          <img [src]="'/pictures/' + one.hash + '-360'" width="180" alt="" />
          <i [style.left.%]="focus().x" [style.top.%]="focus().y" aria-hidden="true"></i>
        </button>
        <label
          >What it shows, for those who can’t see it
          <input
            class="field"
            maxlength="200"
            [value]="alt(one.alt)"
            (input)="describe($any($event.target).value)"
        /></label>
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
    .focus {
      position: relative;
      padding: 0;
      border: 0;
      background: none;
      cursor: crosshair;
    }
    img {
      display: block;
    }
    i {
      position: absolute;
      width: 16px;
      height: 16px;
      margin: -8px;
      border: 3px solid var(--ticket);
      border-radius: 50%;
      box-shadow: 0 0 0 1px #14201f;
    }
  `,
})
export class PictureField {
  private readonly api = inject(Api);
  readonly name = input.required<string>();
  readonly picture = input.required<PictureSource | null>();
  readonly focus = input.required<FocusPoint>();
  readonly lang = input.required<string>();
  readonly changed = output<PictureSource | null>();
  readonly focused = output<FocusPoint>();
  protected readonly busy = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  protected kept(): Extract<PictureSource, { kind: 'kept' }> | null {
    const picture = this.picture();
    return picture?.kind === 'kept' ? picture : null;
  }

  protected take(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    if (!file) return;
    this.busy.set(true);
    this.problem.set(null);
    this.api.uploadPicture(file).subscribe({
      next: (kept) => {
        this.busy.set(false);
        this.changed.emit({ kind: 'kept', ...kept, alt: this.kept()?.alt ?? {} });
      },
      error: (problem: Problem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
    field.value = '';
  }

  protected alt(texts: Texts): string {
    const own: string | undefined = texts[this.lang()];
    return own ?? '';
  }

  protected describe(text: string): void {
    const kept = this.kept();
    if (kept) this.changed.emit({ ...kept, alt: { ...kept.alt, [this.lang()]: text } });
  }

  protected point(event: MouseEvent): void {
    // A key press is a click without a place.
    if (event.detail === 0) return;
    const { left, top, width, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
    this.focused.emit({
      x: Math.round(((event.clientX - left) / width) * 100),
      y: Math.round(((event.clientY - top) / height) * 100),
    });
  }

  protected nudge(event: KeyboardEvent): void {
    const step = { ArrowLeft: [-5, 0], ArrowRight: [5, 0], ArrowUp: [0, -5], ArrowDown: [0, 5] }[event.key];
    if (!step) return;
    event.preventDefault();
    const { x, y } = this.focus();
    const within = (value: number): number => Math.min(100, Math.max(0, value));
    this.focused.emit({ x: within(x + step[0]), y: within(y + step[1]) });
  }
}
