import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PlanEditor } from '../draft/planEditor';
import { BriefLines } from '../brief/briefLines';
import { FacetsSlip } from './facetsSlip';
import { OriginStrip } from '../brief/originStrip';
import { Word } from '../brief/word';

/** By what shoppers filter the aisle's shelf. */
@Component({
  selector: 'desk-facets-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FacetsSlip, OriginStrip, RouterLink, Word],
  template: `
    @if (editor.panel(); as panel) {
      <p>
        <b>Filters</b> {{ panel.side === 'above' ? 'above the shelf' : 'at the ' + panel.side + ' side' }} by
        <span
          deskWord="facets"
          [open]="lines.open()"
          [inherited]="lines.inherited('facets')"
          (pressed)="lines.toggle('facets')"
          (resetPressed)="lines.reset('facets')"
          >{{ lines.said()?.facets }}</span>, {{ panel.counts ? 'with' : 'without' }} counts.
      </p>
      @if (lines.open() === 'facets') {
        <div class="slip" role="group" aria-label="Filters">
          <desk-origin scope="facets" /><desk-facets-slip />
          <p class="hint">
            <a
              class="word"
              [routerLink]="['/plans', editor.plan()?.id, 'filters']"
              queryParamsHandling="preserve"
              >See them beside the page at three widths</a
            >
          </p>
        </div>
      }
    }
  `,
  styleUrl: '../brief/sentence.scss',
  // As wide as the slips of other sentences, though these stand beside their handle.
  styles: '.slip { margin-inline: -28px; }',
})
export class FacetsSentence {
  protected readonly editor = inject(PlanEditor);
  protected readonly lines = inject(BriefLines);
}
