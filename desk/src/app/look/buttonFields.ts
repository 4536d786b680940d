import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  BUTTON_ICONS,
  BUTTON_KINDS,
  BUTTON_PLACES,
  BUTTON_RADIUS_BOUNDS,
  BUTTON_SIZES,
  EDGE_BOUNDS,
  MIN_CONTRAST,
  seenButton,
  type ButtonKind,
  type ButtonLook,
  type ButtonPlace,
  type Buttons,
  type ButtonState,
} from '@fond/core';
import { PaintField } from '../brief/paintField';
import { PlanEditor } from '../draft/planEditor';
import { Choices, type Choice } from '../field/choices';
import { UsualNumber } from '../field/usualNumber';

type ButtonName = ButtonKind | ButtonPlace;

const NAMES: Readonly<Record<ButtonName, string>> = {
  main: 'main',
  quiet: 'quiet',
  card: 'on cards',
  banner: 'on banners',
  paging: 'of paging',
  filters: 'of filters',
};
const STATES: Readonly<Record<ButtonState, string>> = {
  rest: 'at rest',
  pointed: 'pointed at',
  pressed: 'pressed',
  off: 'off',
};
const ICONS: Readonly<Record<(typeof BUTTON_ICONS)[number], string>> = {
  none: 'none',
  basket: 'a basket',
  plus: 'a plus',
  arrow: 'an arrow',
};

const isKind = (name: ButtonName): name is ButtonKind => name === 'main' || name === 'quiet';

/** How buttons are drawn: the two kinds, and what is set apart in a place; with every state and how well it is read. */
@Component({
  selector: 'desk-button-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, PaintField, UsualNumber],
  template: `
    @if (look(); as one) {
      <div class="line">
        <span>Buttons</span>
        <desk-choices label="Which buttons" [choices]="which" [value]="name()" (chosen)="name.set($event)" />
      </div>
      @if (kind(); as of) {
        <div class="line">
          <span>They are of the kind</span>
          <desk-choices label="Their kind" [choices]="kinds" [value]="of" (chosen)="place({ as: $event })" />
        </div>
      }
      <ul class="states">
        @for (state of states(); track state.state) {
          <li>
            <span class="seen" aria-hidden="true" [style.background]="state.fill" [style.color]="state.words"
              >Aa</span
            >
            {{ stateNames[state.state] }}
            <span class="figures" [class.ragged]="state.contrast < least && state.state !== 'off'"
              >{{ state.contrast.toFixed(1)
              }}{{ state.contrast < least && state.state !== 'off' ? ', too little' : '' }}</span
            >
          </li>
        }
      </ul>
      <desk-paint-field
        name="Filled with"
        [called]="'Fill of buttons ' + names[name()]"
        [paint]="one.fill"
        usual="as usual"
        [through]="true"
        (changed)="change('fill', { fill: $any($event) })"
        (leftOut)="change('fill', { fill: 'none' })"
      />
      <desk-paint-field
        name="Words in"
        [called]="'Words of buttons ' + names[name()]"
        [paint]="one.words"
        usual="what reads best"
        (changed)="change('words', { words: $any($event) })"
      />
      <div class="line">
        <desk-usual-number
          name="Edge of"
          [label]="'Edge of buttons in pixels ' + names[name()]"
          [value]="one.edge"
          [least]="edges.least"
          [most]="edges.most"
          unit=" px"
          (changed)="change('edge', { edge: $event })"
        />
        <desk-usual-number
          name="corners of"
          [label]="'Corners of buttons in pixels ' + names[name()]"
          [value]="one.radius"
          [least]="corners.least"
          [most]="corners.most"
          unit=" px"
          usual="round"
          (changed)="change('corners', { radius: $event })"
        />
      </div>
      @if (one.edge !== 0) {
        <desk-paint-field
          name="Edge in"
          [called]="'Colour of the edge of buttons ' + names[name()]"
          [paint]="one.edgeColour"
          usual="as usual"
          (changed)="change('colour of the edge', { edgeColour: $any($event) })"
        />
      }
      <div class="line">
        <span>Size</span>
        <desk-choices
          label="Size of buttons"
          [choices]="sizes"
          [value]="one.size ?? 'usual'"
          (chosen)="change('size', { size: $event === 'usual' ? null : $event })"
        />
        <span>before the words</span>
        <desk-choices
          label="Before the words"
          [choices]="icons"
          [value]="one.icon ?? 'none'"
          (chosen)="change('icon', { icon: $event })"
        />
      </div>
      <desk-paint-field
        name="Pointed at, filled with"
        [called]="'Fill of buttons pointed at ' + names[name()]"
        [paint]="one.pointedFill"
        usual="a little more of the words’ colour"
        [through]="true"
        (changed)="change('fill when pointed at', { pointedFill: $any($event) })"
        (leftOut)="change('fill when pointed at', { pointedFill: 'none' })"
      />
      <desk-paint-field
        name="and words in"
        [called]="'Words of buttons pointed at ' + names[name()]"
        [paint]="one.pointedWords"
        usual="what reads best"
        (changed)="change('words when pointed at', { pointedWords: $any($event) })"
      />
      <p class="hint">
        Capitals, weight and family are set under Type, for buttons. What has the focus has a line of the
        page’s words around it.
      </p>
    }
  `,
  styles: `
    .states {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 18px;
      margin: 8px 0;
      padding: 0;
      list-style: none;
    }
    .seen {
      display: inline-block;
      min-width: 38px;
      padding: 1px 8px;
      text-align: center;
      font-weight: 600;
      border: 1px solid var(--hairline);
    }
  `,
})
export class ButtonFields {
  private readonly editor = inject(PlanEditor);
  protected readonly name = signal<ButtonName>('main');
  protected readonly names = NAMES;
  protected readonly stateNames = STATES;
  protected readonly which: readonly Choice<ButtonName>[] = [...BUTTON_KINDS, ...BUTTON_PLACES].map(
    (value) => ({ value, name: NAMES[value] }),
  );
  protected readonly kinds = BUTTON_KINDS.map((value) => ({ value, name: value }));
  protected readonly sizes = BUTTON_SIZES.map((value) => ({ value, name: value }));
  protected readonly icons = BUTTON_ICONS.map((value) => ({ value, name: ICONS[value] }));
  protected readonly edges = EDGE_BOUNDS;
  protected readonly corners = BUTTON_RADIUS_BOUNDS;
  protected readonly least = MIN_CONTRAST;
  private readonly buttons = computed(() => this.editor.plan()?.look.buttons ?? null);
  protected readonly kind = computed(() => {
    const name = this.name();
    return isKind(name) ? null : (this.buttons()?.places[name].as ?? null);
  });
  protected readonly look = computed((): ButtonLook | null => {
    const [name, buttons] = [this.name(), this.buttons()];
    return buttons && (isKind(name) ? buttons[name] : buttons.places[name].look);
  });
  protected readonly states = computed(() => {
    const plan = this.editor.plan();
    return plan ? seenButton(plan.look.buttons, this.name(), plan.look.colours) : [];
  });

  protected change(what: string, change: Partial<ButtonLook>): void {
    const name = this.name();
    this.edit(`${NAMES[name]} ${what}`, (buttons) =>
      isKind(name)
        ? { ...buttons, [name]: { ...buttons[name], ...change } }
        : this.withPlace(buttons, name, { look: { ...buttons.places[name].look, ...change } }),
    );
  }

  protected place(change: { as: ButtonKind }): void {
    const name = this.name();
    if (!isKind(name)) this.edit(`${NAMES[name]} kind`, (buttons) => this.withPlace(buttons, name, change));
  }

  private withPlace(
    buttons: Buttons,
    name: ButtonPlace,
    change: Partial<Buttons['places'][ButtonPlace]>,
  ): Buttons {
    return { ...buttons, places: { ...buttons.places, [name]: { ...buttons.places[name], ...change } } };
  }

  private edit(what: string, turn: (buttons: Buttons) => Buttons): void {
    this.editor.edit(`look buttons ${what}`, (plan) => ({
      ...plan,
      look: { ...plan.look, buttons: turn(plan.look.buttons) },
    }));
  }
}
