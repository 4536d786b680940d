import { betweenStyle } from '../card/gridStyle';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, input, type TemplateRef } from '@angular/core';
import type { FixtureModel } from '@fond/core';

/**
 * Tabs as a group of radio buttons that style alone turns, so that they work without JavaScript, all of them are in the
 * document, and arrow keys walk them as in any such group.
 */
@Component({
  selector: 'shop-tabs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    @let one = model();
    <section class="tabs">
      <div class="tab-bar" role="radiogroup" [attr.aria-label]="label()">
        @for (slot of one.slots; track slot.id; let first = $first) {
          <label
            ><input
              type="radio"
              [name]="'tabs-' + one.id"
              [value]="slot.id"
              [attr.checked]="first ? '' : null"
            /><span>{{ slot.label }}</span></label
          >
        }
      </div>
      <div class="tab-panels">
        @for (slot of one.slots; track slot.id) {
          <div [attr.style]="between(slot.between)">
            <ng-container
              [ngTemplateOutlet]="list()"
              [ngTemplateOutletContext]="{ $implicit: slot.fixtures }"
            />
          </div>
        }
      </div>
    </section>
  `,
})
export class Tabs {
  readonly model = input.required<Extract<FixtureModel, { type: 'tabs' }>>();
  readonly label = input.required<string>();
  protected readonly between = betweenStyle;
  /** How fixtures are listed; handed in, as what lists them lists tabs too. */
  readonly list = input.required<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
}
