import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { SidesDifference } from '../comparison/sidesDifference';

/** What the second of two editions says otherwise than the first one: what came, or what going back would change. */
@Component({
  selector: 'desk-edition-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, SidesDifference],
  template: `
    <section [attr.aria-label]="'Editions ' + from() + ' and ' + to()">
      <h2>
        From edition <b class="figures">{{ from() }}</b> to <b class="figures">{{ to() }}</b>
        @if (to() < from()) {
          <button mat-flat-button type="button" (click)="restored.emit()">Restore edition {{ to() }}</button>
        }
        <button mat-button type="button" (click)="closed.emit()">Close</button>
      </h2>
      @if (to() < from()) {
        <p>This is what going back would change. Campaigns and trials that run now go on over it.</p>
      }
      <desk-sides-difference [from]="'edition:' + from()" [to]="'edition:' + to()" [links]="true" />
    </section>
  `,
  styles: `
    section {
      margin-bottom: 18px;
      padding: 10px 18px 16px;
      background: var(--sheet);
      border-top: 3px solid var(--ticket);
    }
    h2 {
      display: flex;
      align-items: center;
      gap: 6px;
      margin: 0 0 4px;
      font: 600 22px/1.2 var(--condensed);
    }
    h2 button:first-of-type {
      margin-inline-start: auto;
    }
  `,
})
export class EditionCompare {
  readonly from = input.required<number>();
  readonly to = input.required<number>();
  readonly closed = output();
  /** An earlier edition is compared with what came later, and that is to be undone. */
  readonly restored = output();
}
