import { ChangeDetectionStrategy, Component } from '@angular/core';
import { BadgesSlip } from './badgesSlip';
import { OriginStrip } from '../brief/originStrip';
import { BenchWindow } from '../card/benchWindow';

/** All badges of a plan, beside real cards that carry them. */
@Component({
  selector: 'desk-badges-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BadgesSlip, BenchWindow, OriginStrip],
  template: `
    <div class="bed slip">
      <h2>Badges</h2>
      <desk-origin scope="badges" />
      <desk-badges-slip [whole]="true" />
    </div>
    <desk-bench show="badges" />
  `,
  styleUrls: ['../card/sheet.scss', '../card/cardBed.scss'],
})
export class BadgesSheet {}
