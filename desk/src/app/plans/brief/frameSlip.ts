import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { sayCondition, type Condition, type Fixture, type FixtureType } from '@fond/core';
import { RangeVocabulary } from '../../ranges/rangeNames';
import { toggledFixture, USUAL_ORDER, withNavigation, withWhen } from '../state/edits';
import { PlanEditor } from '../state/planEditor';
import { isGroup } from './conditionKinds';
import { ConditionList } from './conditionList';
import { FIXTURE_WORDS } from './words';

/** What stands on the page, and when each of it is shown. */
@Component({
  selector: 'desk-frame-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConditionList],
  template: `
    <fieldset>
      <legend>On the page, from top to bottom</legend>
      @for (type of types; track type) {
        <div class="fixture">
          <label>
            <input
              type="checkbox"
              [checked]="type === 'shelf' || fixture(type)"
              [disabled]="type === 'shelf'"
              (change)="toggle(type)"
            />
            {{ words[type] }}
          </label>
          @if (fixture(type); as shown) {
            <button
              type="button"
              class="word when"
              [attr.aria-expanded]="opened() === type"
              [attr.aria-label]="'When ' + words[type] + ' is shown: ' + whenWords(shown.when)"
              (click)="opened.set(opened() === type ? null : type)"
            >
              {{ whenWords(shown.when) }}
            </button>
            @if (opened() === type) {
              <desk-condition-list
                class="conditions"
                [joint]="jointOf(shown.when)"
                [conditions]="conditionsOf(shown.when)"
                (changed)="show(shown, $event)"
              />
            }
          }
        </div>
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
    <p class="hint">
      A description is shown only where an aisle has one. Set the window to another day or shopper under
      <em>Seen</em> to see what they get.
    </p>
  `,
  styles: `
    .fixture {
      display: grid;
      grid-template-columns: 170px minmax(0, 1fr);
      align-items: baseline;
      gap: 0 10px;
    }
    .when {
      font-weight: 400;
    }
    .conditions {
      grid-column: 1 / -1;
      margin: 4px 0 10px;
      padding: 8px 10px;
      background: var(--sheet);
      border-inline-start: 3px solid var(--ticket);
    }
  `,
})
export class FrameSlip {
  private readonly editor = inject(PlanEditor);
  private readonly vocabulary = inject(RangeVocabulary);
  protected readonly types = USUAL_ORDER;
  protected readonly words = FIXTURE_WORDS;
  /** The fixture whose conditions are open. */
  protected readonly opened = signal<FixtureType | null>(null);
  protected readonly navigation = computed(() =>
    this.editor.plan()?.fixtures.find((fixture) => fixture.type === 'navigation'),
  );

  protected fixture(type: FixtureType): Fixture | null {
    return this.editor.plan()?.fixtures.find((fixture) => fixture.type === type) ?? null;
  }

  protected whenWords(when: Condition | null): string {
    return sayCondition(when, this.vocabulary.names());
  }

  protected jointOf(when: Condition | null): 'all' | 'any' | 'none' {
    return when && isGroup(when) ? when.kind : 'all';
  }

  protected conditionsOf(when: Condition | null): readonly Condition[] {
    if (!when) return [];
    return isGroup(when) ? when.of : [when];
  }

  protected toggle(type: FixtureType): void {
    if (type !== 'shelf') this.editor.edit(`fixture ${type}`, (plan) => toggledFixture(plan, type));
  }

  /** A group without conditions says nothing, and is left out. */
  protected show({ id, type }: Fixture, when: Condition): void {
    const said = isGroup(when) && !when.of.length ? null : when;
    this.editor.edit(`${FIXTURE_WORDS[type]} shown when`, (plan) => withWhen(plan, id, said));
  }

  protected navigate(change: { hideEmpty?: boolean; counts?: boolean }): void {
    this.editor.edit('navigation', (plan) => withNavigation(plan, change));
  }
}
