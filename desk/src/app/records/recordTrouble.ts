import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { RecordEditor } from './recordEditor';

/** What went wrong with a record, and the ways out of it. */
@Component({
  selector: 'desk-record-trouble',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (editor().problem(); as told) {
      <div class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
        @if (editor().newer(); as other) {
          <button mat-button type="button" (click)="editor().takeTheirs(other.theirs)">Load theirs</button>
          <button mat-button type="button" (click)="editor().save(other.theirs.version)">
            Save mine over it
          </button>
        }
      </div>
    }
  `,
  styleUrl: '../shell/listPage.scss',
})
export class RecordTrouble<Line, Stored extends { id: number; version: number }, Wish extends object> {
  readonly editor = input.required<RecordEditor<Line, Stored, Wish>>();
}
