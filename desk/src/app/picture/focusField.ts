import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import type { FocusPoint } from '@fond/core';

const STEPS: Readonly<Record<string, readonly [number, number] | undefined>> = {
  ArrowLeft: [-5, 0],
  ArrowRight: [5, 0],
  ArrowUp: [0, -5],
  ArrowDown: [0, 5],
};

/** The point of a picture that stays in view however it is cropped: by a click, or with the arrow keys. */
@Component({
  selector: 'desk-focus-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      [attr.aria-label]="what() + ': ' + focus().x + ' % across, ' + focus().y + ' % down'"
      (click)="point($event)"
      (keydown)="nudge($event)"
    >
      <img [src]="'/pictures/' + hash() + '-360'" [width]="width()" alt="" />
      <i [style.left.%]="focus().x" [style.top.%]="focus().y" aria-hidden="true"></i>
    </button>
  `,
  styles: `
    button {
      position: relative;
      padding: 0;
      border: 0;
      background: none;
      cursor: crosshair;
    }
    img {
      display: block;
      /* Keeps its place until it has arrived, so that what follows doesn’t jump away under the pointer. */
      aspect-ratio: auto 1;
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
export class FocusField {
  readonly hash = input.required<string>();
  readonly focus = input.required<FocusPoint>();
  /** What the point means. */
  readonly what = input('Point that stays in view');
  /** CSS pixels. */
  readonly width = input(180);
  readonly focused = output<FocusPoint>();
  /** Where it was put last: a press that comes before the last one was taken over goes on from there. */
  private readonly at = linkedSignal(this.focus);

  protected point(event: MouseEvent): void {
    // A key press is a click without a place.
    if (event.detail === 0) return;
    const { left, top, width, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
    this.put({
      x: Math.round(((event.clientX - left) / width) * 100),
      y: Math.round(((event.clientY - top) / height) * 100),
    });
  }

  protected nudge(event: KeyboardEvent): void {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const { x, y } = this.at();
    const within = (value: number): number => Math.min(100, Math.max(0, value));
    this.put({ x: within(x + step[0]), y: within(y + step[1]) });
  }

  private put(point: FocusPoint): void {
    this.at.set(point);
    this.focused.emit(point);
  }
}
