import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  LETTER_BOUNDS,
  MAX_SPACE,
  NEVER_REVEALED,
  WEIGHTS,
  type CardElement,
  type ElementLook,
} from '@fond/core';
import { Choices } from '../field/choices';
import { PaintField } from '../brief/paintField';
import { Stepper } from '../field/stepper';
import { TextLine } from '../brief/textLine';

/** What of an element has changed, in words for undo. */
export interface ElementChange {
  what: string;
  change?: Partial<CardElement>;
  look?: Partial<ElementLook>;
}

const WITH_TEXT: readonly CardElement['element'][] = ['attribute', 'field', 'cart', 'wish', 'quick'];
const JOINS = [
  { value: ', ', name: 'a comma' },
  { value: ' / ', name: 'a stroke' },
  { value: ' · ', name: 'a dot' },
] as const;

/** One element of a card: what it says, where it stands, how it is set. */
@Component({
  selector: 'desk-element-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, PaintField, Stepper, TextLine],
  template: `
    @let one = element();
    @let kind = one.element;
    @if (kind !== 'picture' && kind !== 'badges') {
      <label class="line"
        ><input
          type="checkbox"
          [checked]="one.beside"
          [disabled]="first()"
          (change)="tell('line', { beside: !one.beside })"
        />
        on one line with what stands before it</label
      >
    }
    @if (canHide()) {
      <label class="line"
        ><input
          type="checkbox"
          [checked]="one.revealed"
          (change)="tell('when it is seen', { revealed: !one.revealed })"
        />
        over the picture, when the card is pointed at</label
      >
    }
    @if (kind === 'attribute' || kind === 'field') {
      <div class="line">
        <span>Its name</span>
        <desk-choices
          label="Where its name stands"
          [choices]="labels"
          [value]="one.label"
          (chosen)="tell('name', { label: $event })"
        />
      </div>
    }
    @if (hasText()) {
      <desk-text-line
        [name]="kind === 'attribute' || kind === 'field' ? 'Called' : 'Says'"
        [called]="'Own words of ' + name()"
        otherwise="as the shop says it"
        [texts]="one.text"
        [most]="40"
        (changed)="tell('words', { text: $event })"
      />
    }
    @if (kind === 'attribute') {
      <div class="line">
        <span>Several values with</span>
        <desk-choices
          label="Between several values"
          [choices]="joins"
          [value]="one.join"
          (chosen)="tell('several values', { join: $event })"
        />
      </div>
    }
    @if (kind === 'description' || kind === 'tags') {
      <div class="line">
        <span>{{ kind === 'tags' ? 'Tags at most' : 'Letters at most' }}</span>
        <desk-stepper
          [label]="kind === 'tags' ? 'Tags at most' : 'Letters at most'"
          [value]="one.most ?? (kind === 'tags' ? 4 : 110)"
          [least]="kind === 'tags' ? 1 : 20"
          [most]="kind === 'tags' ? 20 : 400"
          (changed)="tell('length', { most: $event })"
        />
      </div>
    }
    @if (kind !== 'picture' && kind !== 'badges') {
      <fieldset>
        <legend>Set in</legend>
        <div class="line">
          <desk-choices
            label="Font"
            [choices]="fonts"
            [value]="one.look.font"
            (chosen)="set('font', { font: $event })"
          />
          <desk-choices
            label="Letters"
            [choices]="cases"
            [value]="one.look.case"
            (chosen)="set('letters', { case: $event })"
          />
        </div>
        <div class="line">
          <label
            >Size
            <input
              class="field short"
              type="number"
              [attr.aria-label]="'Size of letters in pixels: ' + name()"
              [min]="bounds.least"
              [max]="bounds.most"
              placeholder="usual"
              [value]="standing('size', one.look.size)"
              (input)="size($any($event.target).value)"
          /></label>
          <label
            >Weight
            <select [attr.aria-label]="'Weight: ' + name()" (change)="weight($any($event.target).value)">
              <option value="" [selected]="one.look.weight === null">usual</option>
              @for (weight of weights; track weight) {
                <option [value]="weight" [selected]="one.look.weight === weight">{{ weight }}</option>
              }
            </select></label
          >
          <label
            >Above
            <input
              class="field short"
              type="number"
              [attr.aria-label]="'Space above in pixels: ' + name()"
              min="0"
              [max]="mostSpace"
              placeholder="usual"
              [value]="standing('space', one.look.space)"
              (input)="space($any($event.target).value)"
            />
            px</label
          >
        </div>
        @if (refused(); as why) {
          <p class="turned" role="alert">{{ why.words }}</p>
        }
        <desk-paint-field
          name="Colour"
          [called]="'Colour of ' + name()"
          [paint]="one.look.colour"
          usual="as usual"
          [category]="true"
          (changed)="set('colour', { colour: $event })"
        />
        <div class="line">
          <span>Stands</span>
          <desk-choices
            label="Alignment"
            [choices]="aligns"
            [value]="one.look.align"
            (chosen)="set('alignment', { align: $event })"
          />
        </div>
      </fieldset>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 0 12px 28px;
    }
    .short {
      width: 70px;
    }
  `,
})
export class ElementFields {
  readonly element = input.required<CardElement>();
  /** What it is called in the list. */
  readonly name = input.required<string>();
  /** It is the first of its card, so nothing stands before it. */
  readonly first = input(false);
  readonly changed = output<ElementChange>();

  protected readonly labels = [
    { value: 'before', name: 'before the value' },
    { value: 'after', name: 'after it' },
    { value: 'none', name: 'left out' },
  ] as const;
  protected readonly joins = JOINS;
  protected readonly fonts = [
    { value: 'usual', name: 'usual font' },
    { value: 'text', name: 'text' },
    { value: 'display', name: 'headings' },
  ] as const;
  protected readonly cases = [
    { value: 'usual', name: 'as written' },
    { value: 'upper', name: 'CAPITALS' },
    { value: 'lower', name: 'small' },
    { value: 'title', name: 'Each Word' },
  ] as const;
  protected readonly aligns = [
    { value: 'start', name: 'at the start' },
    { value: 'centre', name: 'in the middle' },
    { value: 'end', name: 'at the end' },
  ] as const;
  protected readonly weights = WEIGHTS;
  protected readonly bounds = LETTER_BOUNDS;
  protected readonly mostSpace = MAX_SPACE;
  protected readonly canHide = computed(() => !NEVER_REVEALED.includes(this.element().element));
  protected readonly hasText = computed(() => WITH_TEXT.includes(this.element().element));

  protected tell(what: string, change: Partial<CardElement>): void {
    this.changed.emit({ what, change });
  }

  protected set(what: string, look: Partial<ElementLook>): void {
    this.changed.emit({ what, look });
  }

  protected weight(text: string): void {
    this.set('weight', { weight: text === '' ? null : Number(text) });
  }

  protected size(text: string): void {
    this.number('size', text, LETTER_BOUNDS.least, LETTER_BOUNDS.most);
  }

  protected space(text: string): void {
    this.number('space', text, 0, MAX_SPACE);
  }

  /** A number that stands in a field and is not taken, and why; null while all are. */
  protected readonly refused = signal<{ what: 'size' | 'space'; text: string; words: string } | null>(null);

  /** What a field shows: what was taken of it, unless something else stands there that was not. */
  protected standing(what: 'size' | 'space', taken: number | null): string | number {
    const refused = this.refused();
    return refused?.what === what ? refused.text : (taken ?? '');
  }

  /** An empty field is as usual; while somebody types, only numbers that fit are taken. */
  private number(what: 'size' | 'space', text: string, least: number, most: number): void {
    const value = text === '' ? null : Number(text);
    const fits = value === null || (Number.isInteger(value) && value >= least && value <= most);
    this.refused.set(
      fits
        ? null
        : {
            what,
            text,
            words: `${text} px is not taken. ${what === 'size' ? 'Letters are' : 'The space above is'} ${least} to ${most} px, in whole pixels.`,
          },
    );
    if (fits) this.set(what, { [what]: value });
  }
}
