import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { steppedAt, USUAL_GAP, WIDTH_NAMES } from '@fond/core';
import { planFeature } from '../state/plan.feature';
import { PlanEditor } from '../state/planEditor';
import { BriefLines } from './briefLines';
import { CardSlip } from './cardSlip';
import { perWidthWords } from './fixtureSentences';
import { GridSlip } from './gridSlip';
import { OrderSlip } from './orderSlip';
import { OriginStrip } from './originStrip';
import { RangeSlip } from './rangeSlip';
import { Word } from './word';

/** The aisle's own shelf: which products, in which order, in which grid, on which card. */
@Component({
  selector: 'desk-shelf-sentences',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CardSlip, GridSlip, OrderSlip, OriginStrip, RangeSlip, RouterLink, Word],
  templateUrl: './shelfSentences.html',
  styleUrl: './sentence.scss',
  // As wide as the slips of other sentences, though these stand beside their handle.
  styles: '.slip { margin-inline: -28px; }',
})
export class ShelfSentences {
  private readonly preview = inject(Store).selectSignal(planFeature.selectPreview);
  protected readonly editor = inject(PlanEditor);
  protected readonly lines = inject(BriefLines);
  protected readonly lostPins = computed(() => this.preview()?.report?.lostPins.length ?? 0);
  protected sheet(name: string): (string | undefined)[] {
    return ['/plans', this.editor.plan()?.id, name];
  }
  protected readonly choices = computed(() => {
    const others = (this.editor.shelf()?.order.choices.length ?? 1) - 1;
    return others > 0 ? `${others} other ${others === 1 ? 'way' : 'ways'}` : 'nothing else';
  });
  protected readonly rows = computed(() => {
    const tally = this.editor.tally();
    if (!tally) return '';
    const { lastRow, columns } = tally.widths.wide.last;
    return `: ${tally.pages} ${tally.pages === 1 ? 'page' : 'pages'}, last row ${lastRow} of ${columns}`;
  });
  /** Settings of the grid that stand as they usually do, told in a few words. */
  protected readonly spacing = computed(() => {
    const shelf = this.editor.shelf();
    if (!shelf) return '';
    const usualGap = WIDTH_NAMES.every((name) => steppedAt(shelf.gap, name) === steppedAt(USUAL_GAP, name));
    const rows = { start: 'at the start', centre: 'in the middle', stretch: 'stretched' };
    const own = [
      ...(usualGap ? [] : [`a gap of ${perWidthWords(shelf.gap, ' px')}`]),
      ...(shelf.lastRow === 'start' ? [] : [`an unfilled row ${rows[shelf.lastRow]}`]),
    ];
    return own.length ? `with ${own.join(' and ')}` : 'with gap and last row as usual';
  });
}
