import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { PlanEditor } from '../state/planEditor';
import { BriefLines } from './briefLines';
import { FacetsSlip } from './facetsSlip';
import { OriginStrip } from './originStrip';
import { Word } from './word';

/** By what shoppers filter the aisle's shelf. */
@Component({
  selector: 'desk-facets-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FacetsSlip, OriginStrip, Word],
  template: `
    @if (editor.panel(); as panel) {
      <p>
        <b>Filters</b> {{ panel.side === 'above' ? 'above the shelf' : 'at the ' + panel.side + ' side' }} by
        <span
          deskWord="facets"
          [open]="lines.open()"
          [inherited]="lines.inherited('facets')"
          (pressed)="lines.toggle('facets')"
          (handBack)="lines.handBack('facets')"
          >{{ lines.said()?.facets }}</span>, {{ panel.counts ? 'with' : 'without' }} counts.
      </p>
      @if (lines.open() === 'facets') {
        <div class="slip" role="group" aria-label="Filters">
          <desk-origin scope="facets" /><desk-facets-slip />
        </div>
      }
    }
  `,
  styleUrl: './sentence.scss',
  // As wide as the slips of other sentences, though these stand beside their handle.
  styles: '.slip { margin-inline: -28px; }',
})
export class FacetsSentence {
  protected readonly editor = inject(PlanEditor);
  protected readonly lines = inject(BriefLines);
}
