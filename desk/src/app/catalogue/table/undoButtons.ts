import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatTooltipModule } from '@angular/material/tooltip';
import { CellWriter } from './cellWriter';
import { LatestEdits } from './latestEdits';

/** Takes the last edit of cells back, and does it again. */
@Component({
  selector: 'desk-undo-buttons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LatestEdits, MatButtonModule, MatIconModule, MatTooltipModule],
  template: `
    <button
      mat-icon-button
      type="button"
      aria-label="Undo"
      matTooltip="Undo: Ctrl Z"
      [disabled]="!writer.canUndo()"
      (click)="writer.undo()"
    >
      <mat-icon svgIcon="undo" />
    </button>
    <button
      mat-icon-button
      type="button"
      aria-label="Redo"
      matTooltip="Redo: Ctrl Y"
      [disabled]="!writer.canRedo()"
      (click)="writer.redo()"
    >
      <mat-icon svgIcon="redo" />
    </button>
    <desk-latest-edits />
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
    }
  `,
})
export class UndoButtons {
  protected readonly writer = inject(CellWriter);
}
