import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { FixtureType } from '@fond/core';
import { toggledFixture, USUAL_ORDER, withNavigation } from '../state/edits';
import { PlanEditor } from '../state/planEditor';
import { FIXTURE_WORDS } from './words';

/** What stands on the page besides the shelf. */
@Component({
  selector: 'desk-frame-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>On the page, from top to bottom</legend>
      @for (type of types; track type) {
        <label>
          <input
            type="checkbox"
            [checked]="type === 'shelf' || has(type)"
            [disabled]="type === 'shelf'"
            (change)="toggle(type)"
          />
          {{ words[type] }}
        </label>
      }
    </fieldset>
    @if (navigation(); as settings) {
      <label class="line">
        <input
          type="checkbox"
          [checked]="settings.hideEmpty"
          (change)="navigate({ hideEmpty: !settings.hideEmpty })"
        />
        The category navigation leaves out empty categories
      </label>
      <label class="line">
        <input
          type="checkbox"
          [checked]="settings.counts"
          (change)="navigate({ counts: !settings.counts })"
        />
        The category navigation tells how many products there are
      </label>
    }
    <p class="hint">A description is shown only where an aisle has one.</p>
  `,
})
export class FrameSlip {
  private readonly editor = inject(PlanEditor);
  protected readonly types = USUAL_ORDER;
  protected readonly words = FIXTURE_WORDS;
  protected readonly navigation = computed(() =>
    this.editor.plan()?.fixtures.find((fixture) => fixture.type === 'navigation'),
  );

  protected has(type: FixtureType): boolean {
    return this.editor.plan()?.fixtures.some((fixture) => fixture.type === type) ?? false;
  }

  protected toggle(type: FixtureType): void {
    if (type !== 'shelf') this.editor.edit(`fixture ${type}`, (plan) => toggledFixture(plan, type));
  }

  protected navigate(change: { hideEmpty?: boolean; counts?: boolean }): void {
    this.editor.edit('navigation', (plan) => withNavigation(plan, change));
  }
}
