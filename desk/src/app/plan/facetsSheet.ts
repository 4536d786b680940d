import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { OriginStrip } from '../brief/originStrip';
import { PlanEditor } from '../draft/planEditor';
import { FacetsSlip } from '../facet/facetsSlip';
import { PageWindow } from './window/pageWindow';
import { TallyStrip } from './window/tallyStrip';

/** All filters of a plan with what advice there is, beside the page at its three widths. */
@Component({
  selector: 'desk-facets-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FacetsSlip, OriginStrip, PageWindow, TallyStrip],
  template: `
    <div class="bed slip">
      <h2>The filters</h2>
      @if (editor.panel()) {
        <desk-origin scope="facets" />
        <desk-facets-slip />
      } @else {
        <p>This plan has no filters. Add them in the brief.</p>
      }
    </div>
    <div class="seen">
      <desk-window [abreast]="true" />
      <desk-tally />
    </div>
  `,
  styleUrl: '../card/sheet.scss',
  styles: `
    .seen {
      display: flex;
      flex-direction: column;
      min-width: 0;
      min-height: 0;
    }
    desk-window {
      flex: 1;
      min-height: 0;
    }
  `,
})
export class FacetsSheet {
  protected readonly editor = inject(PlanEditor);
}
