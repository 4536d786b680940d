import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';

/** Up, down and out for one entry of a list in an order: what dragging does, by keyboard. */
@Component({
  selector: 'desk-row-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  host: { class: 'tools' },
  template: `
    <button
      type="button"
      class="tool"
      [disabled]="at() === 0"
      (click)="moved.emit(at() - 1)"
      [attr.aria-label]="'Up: ' + name()"
    >
      <mat-icon svgIcon="up" />
    </button>
    <button
      type="button"
      class="tool"
      [disabled]="at() === count() - 1"
      (click)="moved.emit(at() + 1)"
      [attr.aria-label]="'Down: ' + name()"
    >
      <mat-icon svgIcon="down" />
    </button>
    @if (removable()) {
      <button
        type="button"
        class="tool"
        [disabled]="count() <= least()"
        (click)="removed.emit()"
        [attr.aria-label]="'Leave out: ' + name()"
      >
        <mat-icon svgIcon="close" />
      </button>
    } @else {
      <span class="tool"></span>
    }
  `,
})
export class RowTools {
  readonly name = input.required<string>();
  /** Place of the entry, and how many there are. */
  readonly at = input.required<number>();
  readonly count = input.required<number>();
  readonly removable = input(true);
  /** So many stay at least. */
  readonly least = input(1);
  /** The place it shall move to. */
  readonly moved = output<number>();
  readonly removed = output();
}
