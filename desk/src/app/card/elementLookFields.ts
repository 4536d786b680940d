import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import {
  LEADING_BOUNDS,
  LETTER_BOUNDS,
  MAX_SPACE,
  MOST_LINES,
  TRACKING_BOUNDS,
  type CardElement,
  type ElementLook,
  type FormerPrice,
} from '@fond/core';
import { PaintField } from '../brief/paintField';
import { CASE_CHOICES } from '../field/caseChoices';
import { Choices } from '../field/choices';
import { FontField } from '../field/fontField';
import { UsualNumber } from '../field/usualNumber';
import { WeightField } from '../field/weightField';

/** What of an element's look has changed, in words for undo. */
export interface LookChange {
  what: string;
  look: Partial<ElementLook>;
  change?: undefined;
}

/** How an element of a card is set. */
@Component({
  selector: 'desk-element-look-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, FontField, PaintField, UsualNumber, WeightField],
  template: `
    @let one = element().look;
    @let bounds = letters;
    <fieldset>
      <legend>Set in</legend>
      <div class="line">
        <desk-font-field
          [label]="'Family: ' + name()"
          [value]="one.font"
          [others]="fonts"
          (chosen)="set('font', { font: $event })"
        />
        <desk-weight-field
          [label]="'Weight: ' + name()"
          [value]="one.weight"
          (changed)="set('weight', { weight: $event })"
        />
        <label
          ><input type="checkbox" [checked]="one.italic" (change)="set('slant', { italic: !one.italic })" />
          slanted</label
        >
      </div>
      <div class="line">
        <desk-usual-number
          name="Size"
          [label]="'Size of letters in pixels: ' + name()"
          [value]="one.size"
          [least]="bounds.least"
          [most]="bounds.most"
          unit=" px"
          (changed)="set('size', { size: $event })"
        />
        @if (one.size !== null) {
          <desk-usual-number
            name="medium"
            [label]="'Size of letters on medium pages in pixels: ' + name()"
            [value]="one.narrower.medium"
            [least]="bounds.least"
            [most]="bounds.most"
            usual="same"
            (changed)="
              set('size on medium pages', { narrower: { medium: $event, narrow: one.narrower.narrow } })
            "
          />
          <desk-usual-number
            name="narrow"
            [label]="'Size of letters on narrow pages in pixels: ' + name()"
            [value]="one.narrower.narrow"
            [least]="bounds.least"
            [most]="bounds.most"
            usual="same"
            (changed)="
              set('size on narrow pages', { narrower: { medium: one.narrower.medium, narrow: $event } })
            "
          />
        }
      </div>
      <div class="line">
        <desk-usual-number
          name="From line to line"
          [label]="'From line to line in percent: ' + name()"
          [value]="one.leading"
          [least]="leading.least"
          [most]="leading.most"
          unit=" %"
          (changed)="set('leading', { leading: $event })"
        />
        <desk-usual-number
          name="between letters"
          [label]="'Between letters in thousandths: ' + name()"
          [value]="one.tracking"
          [least]="tracking.least"
          [most]="tracking.most"
          unit=" ‰"
          (changed)="set('space between letters', { tracking: $event })"
        />
      </div>
      <div class="line">
        <desk-choices
          label="Letters"
          [choices]="cases"
          [value]="one.case"
          (chosen)="set('letters', { case: $event })"
        />
      </div>
      <div class="line">
        <desk-usual-number
          name="Above"
          [label]="'Space above in pixels: ' + name()"
          [value]="one.space"
          [least]="0"
          [most]="mostSpace"
          unit=" px"
          (changed)="set('space', { space: $event })"
        />
        @if (canCut()) {
          <desk-usual-number
            name="lines at most"
            [label]="'Lines at most: ' + name()"
            [value]="one.lines"
            [least]="1"
            [most]="mostLines"
            usual="all"
            (changed)="set('lines', { lines: $event })"
          />
        }
      </div>
      <desk-paint-field
        name="Colour"
        [called]="'Colour of ' + name()"
        [paint]="one.colour"
        usual="as usual"
        [category]="true"
        (changed)="set('colour', { colour: $any($event) })"
      />
      <div class="line">
        <span>Stands</span>
        <desk-choices
          label="Alignment"
          [choices]="aligns"
          [value]="one.align"
          (chosen)="set('alignment', { align: $event })"
        />
      </div>
    </fieldset>
    @if (element().element === 'price') {
      @let former = element().was;
      <fieldset>
        <legend>What it was</legend>
        <div class="line">
          <label
            ><input type="checkbox" [checked]="former.on" (change)="tell({ on: !former.on })" /> beside a
            reduced price, crossed out</label
          >
        </div>
        @if (former.on) {
          <div class="line">
            <desk-usual-number
              name="Size"
              label="Size of the old price in pixels"
              [value]="former.size"
              [least]="bounds.least"
              [most]="bounds.most"
              unit=" px"
              (changed)="tell({ size: $event })"
            />
            <desk-weight-field
              label="Weight of the old price"
              [value]="former.weight"
              (changed)="tell({ weight: $event })"
            />
          </div>
          <desk-paint-field
            name="Colour"
            called="Colour of the old price"
            [paint]="former.colour"
            usual="as usual"
            (changed)="tell({ colour: $any($event) })"
          />
        }
      </fieldset>
    }
  `,
})
export class ElementLookFields {
  readonly element = input.required<CardElement>();
  /** What it is called in the list. */
  readonly name = input.required<string>();
  readonly look = output<LookChange>();
  readonly was = output<FormerPrice>();

  protected readonly fonts = [
    { value: 'usual', name: 'as the look has it' },
    { value: 'text', name: 'that of words' },
    { value: 'display', name: 'that of headings' },
  ] as const;
  protected readonly cases = CASE_CHOICES;
  protected readonly aligns = [
    { value: 'start', name: 'at the start' },
    { value: 'centre', name: 'in the middle' },
    { value: 'end', name: 'at the end' },
  ] as const;
  protected readonly letters = LETTER_BOUNDS;
  protected readonly leading = LEADING_BOUNDS;
  protected readonly tracking = TRACKING_BOUNDS;
  protected readonly mostSpace = MAX_SPACE;
  protected readonly mostLines = MOST_LINES;

  protected canCut(): boolean {
    return ['name', 'description', 'attribute', 'field'].includes(this.element().element);
  }

  protected set(what: string, look: Partial<ElementLook>): void {
    this.look.emit({ what, look });
  }

  protected tell(change: Partial<FormerPrice>): void {
    this.was.emit({ ...this.element().was, ...change });
  }
}
