import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RATIO_BOUNDS, type CardFace } from '@fond/core';
import { Choices } from '../field/choices';
import { PaintField } from '../brief/paintField';
import { Stepper } from '../field/stepper';

/** The card itself: its frame, its picture, and what it does when it is pointed at. */
@Component({
  selector: 'desk-face-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, PaintField, Stepper],
  template: `
    @if (face(); as one) {
      <fieldset>
        <legend>Picture</legend>
        <div class="line">
          <span>Height in percent of its width</span>
          <desk-stepper
            label="Height of the picture in percent of its width"
            [value]="ratio()"
            [least]="bounds.least"
            [most]="bounds.most"
            (changed)="change('shape of the picture', { ratio: $event })"
          />
        </div>
        <div class="line">
          <span>A picture of another shape</span>
          <desk-choices
            label="Pictures of another shape"
            [choices]="crops"
            [value]="one.crop"
            (chosen)="change('crop', { crop: $event })"
          />
        </div>
      </fieldset>
      <fieldset data-part="around">
        <legend>Around it</legend>
        <div class="line">
          <span>Frame</span>
          <desk-choices
            label="Frame"
            [choices]="frames"
            [value]="one.frame"
            (chosen)="change('frame', { frame: $event })"
          />
        </div>
        <div class="line">
          <span>Shadow</span>
          <desk-choices
            label="Shadow"
            [choices]="shadows"
            [value]="one.shadow"
            (chosen)="change('shadow', { shadow: $event })"
          />
        </div>
        <div class="line">
          <label
            >Corners
            <input
              class="field short"
              type="number"
              aria-label="Corners in pixels"
              min="0"
              max="40"
              placeholder="look’s"
              [value]="one.radius ?? ''"
              (input)="radius($any($event.target).value)"
            />
            px</label
          >
        </div>
        <desk-paint-field
          name="Ground"
          called="Ground of the card"
          [paint]="one.ground"
          usual="the look’s"
          (changed)="change('ground', { ground: $any($event) })"
        />
        <label class="line"
          ><input type="checkbox" [checked]="one.equal" (change)="change('heights', { equal: !one.equal })" />
          cards of a row end together, with what stands last at their foot</label
        >
      </fieldset>
      <fieldset data-part="pointed">
        <legend>Pointed at, focused or tapped</legend>
        <label class="line"
          ><input
            type="checkbox"
            [checked]="one.second"
            (change)="change('second picture', { second: !one.second })"
          />
          it shows the second picture</label
        >
        <label class="line"
          ><input type="checkbox" [checked]="one.zoom" (change)="change('zoom', { zoom: !one.zoom })" /> its
          picture comes a little nearer</label
        >
        <label class="line"
          ><input type="checkbox" [checked]="one.overlay !== null" (change)="overlay()" /> a colour lies over
          the picture</label
        >
        @if (one.overlay; as over) {
          <desk-paint-field
            name="Colour"
            called="Colour over the picture"
            [paint]="over.colour"
            [category]="true"
            (changed)="change('overlay', { overlay: { colour: $event ?? 'ink', opacity: over.opacity } })"
          />
          <div class="line">
            <span>It hides</span>
            <desk-stepper
              label="Opacity of the colour in percent"
              [value]="over.opacity"
              [least]="10"
              [most]="100"
              (changed)="change('overlay', { overlay: { colour: over.colour, opacity: $event } })"
            />
            <span class="unit">% of the picture</span>
          </div>
        }
        <p class="hint">
          A finger’s first tap shows it, the second follows the link; a screen reader reads all of it at once.
          Nothing moves for those who asked for less motion.
        </p>
      </fieldset>
    }
  `,
  styles: `
    .short {
      width: 76px;
    }
  `,
})
export class FaceFields {
  readonly face = input.required<CardFace>();
  /** Names the setting, so that typing on is one step of undo. */
  readonly changed = output<{ what: string; face: CardFace }>();
  protected readonly ratio = computed(() => Math.round(this.face().ratio));
  protected readonly bounds = RATIO_BOUNDS;
  protected readonly crops = [
    { value: 'fill', name: 'fills its place' },
    { value: 'whole', name: 'is seen whole' },
  ] as const;
  protected readonly frames: readonly { value: CardFace['frame']; name: string }[] = [
    { value: null, name: 'the look’s' },
    { value: 'none', name: 'none' },
    { value: 'line', name: 'a line' },
    { value: 'filled', name: 'a ground' },
  ];
  protected readonly shadows: readonly { value: CardFace['shadow']; name: string }[] = [
    { value: null, name: 'the look’s' },
    { value: 'none', name: 'none' },
    { value: 'soft', name: 'soft' },
    { value: 'strong', name: 'strong' },
  ];

  protected change(what: string, change: Partial<CardFace>): void {
    this.changed.emit({ what: `card’s ${what}`, face: { ...this.face(), ...change } });
  }

  protected overlay(): void {
    this.change('overlay', { overlay: this.face().overlay ? null : { colour: 'ink', opacity: 60 } });
  }

  protected radius(text: string): void {
    const radius = text === '' ? null : Number(text);
    if (radius === null || (Number.isInteger(radius) && radius >= 0 && radius <= 40))
      this.change('corners', { radius });
  }
}
