import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, ElementRef, inject, input, output } from '@angular/core';
import type { barOf } from './calendarMonth';

/** Something over the days of a month; what may be moved is dragged, or moved by the arrow keys, day by day. */
@Component({
  selector: 'desk-calendar-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag],
  template: `
    @if (movable()) {
      <button
        type="button"
        class="bar"
        cdkDrag
        cdkDragLockAxis="x"
        [attr.aria-label]="'Move ' + name() + ' to other days: arrow keys'"
        [style.inset-inline-start.%]="bar().start * 100"
        [style.width.%]="bar().width * 100"
        (cdkDragEnded)="dropped($event)"
        (keydown.arrowLeft)="step($event, -1)"
        (keydown.arrowRight)="step($event, 1)"
      ></button>
    } @else {
      <span
        class="bar"
        [class.running]="running()"
        [class.before]="bar().before"
        [class.after]="bar().after"
        [style.inset-inline-start.%]="bar().start * 100"
        [style.width.%]="bar().width * 100"
      ></span>
    }
  `,
  styles: `
    :host {
      display: block;
      position: absolute;
      inset: 0;
    }
    .bar {
      position: absolute;
      top: 12px;
      height: 24px;
      padding: 0;
      border: 0;
      border-radius: 2px;
      background: var(--bar, var(--slate));
    }
    button.bar {
      cursor: ew-resize;
    }
    .running {
      background: var(--moss);
    }
    .before {
      border-start-start-radius: 0;
      border-end-start-radius: 0;
    }
    .after {
      border-start-end-radius: 0;
      border-end-end-radius: 0;
    }
  `,
})
export class CalendarBar {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly bar = input.required<NonNullable<ReturnType<typeof barOf>>>();
  /** Of the month. */
  readonly days = input.required<number>();
  readonly name = input.required<string>();
  readonly running = input(false);
  readonly movable = input(false);
  /** By so many days. */
  readonly moved = output<number>();

  protected dropped({ source, distance }: CdkDragEnd): void {
    source.reset();
    const days = Math.round((distance.x / this.host.clientWidth) * this.days());
    if (days) this.moved.emit(days);
  }

  protected step(event: Event, days: number): void {
    event.preventDefault();
    this.moved.emit(days);
  }
}
