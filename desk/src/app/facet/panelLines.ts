import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { FacetPanel, PanelSettings } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { Stepper } from '../field/stepper';
import { PANEL_SIDES } from '../wording/words';

type Switch = {
  [K in keyof PanelSettings]: PanelSettings[K] extends boolean ? K : never;
}[keyof PanelSettings];

const SWITCHES: readonly { setting: Switch; name: string }[] = [
  { setting: 'counts', name: 'counts' },
  { setting: 'header', name: 'a heading' },
  { setting: 'clearAll', name: '“clear all”' },
];

/** How the filters stand on the page: place, width, heading, and what they tell. */
@Component({
  selector: 'desk-panel-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Stepper],
  template: `
    <div class="line">
      <span>The panel stands at the</span>
      <span class="choices">
        @for (choice of sides; track choice.value) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="panel().side === choice.value"
            (click)="editor.editPanel('panel side', { side: choice.value })"
          >
            {{ choice.name }}
          </button>
        }
      </span>
      @if (panel().side !== 'above') {
        <span>with</span>
        <desk-stepper
          [value]="panel().share"
          [least]="15"
          [most]="40"
          label="Panel’s share of the width in percent"
          (changed)="editor.editPanel('panel share', { share: $event })"
        />
        <span class="unit">% of the width</span>
      }
    </div>
    <div class="line">
      <span>It shows</span>
      @for (choice of switches; track choice.setting) {
        <label
          ><input type="checkbox" [checked]="panel()[choice.setting]" (change)="turn(choice)" />
          {{ choice.name }}</label
        >
      }
      <label title="Values that would leave no product. They are never a link.">
        <input
          type="checkbox"
          [checked]="!panel().hideDead"
          (change)="editor.editPanel('values that lead nowhere', { hideDead: !panel().hideDead })"
        />
        values that lead nowhere</label
      >
    </div>
  `,
})
export class PanelLines {
  protected readonly editor = inject(PlanEditor);
  protected readonly sides = PANEL_SIDES;
  protected readonly switches = SWITCHES;
  readonly panel = input.required<FacetPanel>();

  protected turn({ setting, name }: (typeof SWITCHES)[number]): void {
    this.editor.editPanel(name, { [setting]: !this.panel()[setting] });
  }
}
