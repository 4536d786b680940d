import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  isUsualDress,
  steppedAt,
  WHOLE_SPAN,
  WIDTH_NAMES,
  type Condition,
  type FixtureLayout,
  type WidthName,
} from '@fond/core';
import { conditionsOf, jointOf, saidWhen } from '../reach/conditionParts';
import { ConditionList } from '../reach/conditionList';
import { Stepper } from '../field/stepper';
import { FIXTURE_WORDS } from '../wording/words';
import { DressFields } from './dressFields';
import { placesFor } from './places';
import { withMoved, withWhen } from '../draft/fixtureEdits';
import { PlanEditor } from '../draft/planEditor';

/** Where a fixture stands, at each width, and when it is shown. */
@Component({
  selector: 'desk-place-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConditionList, DressFields, Stepper],
  template: `
    @if (fixture(); as one) {
      <table>
        <thead>
          <tr>
            <th scope="col">Width</th>
            <th scope="col">Width, of 12 parts</th>
            <th scope="col">Order</th>
            <th scope="col">Stays in view</th>
            <th scope="col">Hidden</th>
          </tr>
        </thead>
        <tbody>
          @for (width of widths; track width) {
            <tr [class.inherited]="follows(width)">
              <th scope="row">{{ width }}</th>
              <td>
                <desk-stepper
                  [label]="'Parts of 12, ' + width"
                  [value]="at('span', width)"
                  [least]="1"
                  [most]="whole"
                  (changed)="set('span', width, $event)"
                />
              </td>
              <td>
                <desk-stepper
                  [label]="'Order, ' + width"
                  [value]="at('order', width)"
                  [least]="-60"
                  [most]="60"
                  (changed)="set('order', width, $event)"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  [attr.aria-label]="'Stays in view, ' + width"
                  [checked]="at('stuck', width)"
                  (change)="set('stuck', width, !at('stuck', width))"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  [attr.aria-label]="'Hidden, ' + width"
                  [checked]="at('hidden', width)"
                  (change)="set('hidden', width, !at('hidden', width))"
                />
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p class="hint">
        Narrower pages have what wider ones have until you set them apart.
        @if (setApart()) {
          <button type="button" class="word" (click)="together()">Let all follow the wide page</button>
        }
      </p>
      @if (places().length > 1) {
        <label class="line"
          >Stands in
          <select aria-label="Stands in" (change)="move($any($event.target).value)">
            @for (place of places(); track place.key) {
              <option [value]="place.key" [selected]="place.here">{{ place.name }}</option>
            }
          </select></label
        >
      }
      <details [open]="dressed()">
        <summary>Space, ground and words</summary>
        <desk-dress-fields [fixtureId]="one.id" />
      </details>
      <p class="line"><strong>Shown</strong></p>
      <desk-condition-list
        [joint]="jointOf(one.when)"
        [conditions]="conditionsOf(one.when)"
        (changed)="show($event)"
      />
    }
  `,
})
export class PlaceSlip {
  private readonly editor = inject(PlanEditor);
  readonly fixtureId = input.required<string>();
  protected readonly widths = WIDTH_NAMES;
  protected readonly whole = WHOLE_SPAN;
  protected readonly fixture = computed(() =>
    this.editor.plan()?.fixtures.find(({ id }) => id === this.fixtureId()),
  );
  /** Told once as the slip opens, so that it doesn't close while something is set back. */
  private opened: boolean | null = null;
  protected readonly places = computed(() => {
    const plan = this.editor.plan();
    return plan ? placesFor(plan, this.fixtureId(), this.editor.lang()) : [];
  });

  protected dressed(): boolean {
    this.opened ??= !isUsualDress(this.fixture()!.dress);
    return this.opened;
  }

  protected at<K extends keyof FixtureLayout>(key: K, width: WidthName): FixtureLayout[K]['wide'] {
    return steppedAt<FixtureLayout[K]['wide']>(this.fixture()!.layout[key], width);
  }

  /** Whether a width says nothing of its own. */
  protected follows(width: WidthName): boolean {
    const { layout } = this.fixture()!;
    return width !== 'wide' && Object.values(layout).every((stepped) => stepped[width] === null);
  }

  protected setApart(): boolean {
    return !this.follows('medium') || !this.follows('narrow');
  }

  protected set<K extends keyof FixtureLayout>(
    key: K,
    width: WidthName,
    value: FixtureLayout[K]['wide'],
  ): void {
    const { layout } = this.fixture()!;
    this.place(`${key} ${width}`, { ...layout, [key]: { ...layout[key], [width]: value } });
  }

  protected together(): void {
    const { span, order, stuck, hidden } = this.fixture()!.layout;
    this.place('widths', {
      span: { wide: span.wide, medium: null, narrow: null },
      order: { wide: order.wide, medium: null, narrow: null },
      stuck: { wide: stuck.wide, medium: null, narrow: null },
      hidden: { wide: hidden.wide, medium: null, narrow: null },
    });
  }

  private place(what: string, layout: FixtureLayout): void {
    const { id, type } = this.fixture()!;
    this.editor.edit(`${FIXTURE_WORDS[type]} ${id} ${what}`, (plan) => ({
      ...plan,
      fixtures: plan.fixtures.map((fixture) => (fixture.id === id ? { ...fixture, layout } : fixture)),
    }));
  }

  protected move(key: string): void {
    const place = this.places().find((one) => one.key === key)?.place ?? null;
    const { id, type } = this.fixture()!;
    this.editor.edit(`place of ${FIXTURE_WORDS[type]}`, (plan) =>
      withMoved(plan, id, place, Number.MAX_SAFE_INTEGER),
    );
  }

  protected readonly jointOf = jointOf;
  protected readonly conditionsOf = conditionsOf;

  protected show(when: Condition): void {
    const { id, type } = this.fixture()!;
    this.editor.edit(`${FIXTURE_WORDS[type]} shown when`, (plan) => withWhen(plan, id, saidWhen(when)));
  }
}
