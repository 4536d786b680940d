import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { AS_SIGN, NEVER_REVEALED, type CardElement } from '@fond/core';
import { Choices } from '../field/choices';
import { Stepper } from '../field/stepper';
import { TextLine } from '../brief/textLine';
import { ElementLookFields, type LookChange } from './elementLookFields';

/** What of an element has changed, in words for undo. */
export type ElementChange = LookChange | { what: string; change: Partial<CardElement>; look?: undefined };

const WITH_TEXT: readonly CardElement['element'][] = [
  'attribute',
  'field',
  'cart',
  'wish',
  'compare',
  'quick',
];
const JOINS = [
  { value: ', ', name: 'a comma' },
  { value: ' / ', name: 'a stroke' },
  { value: ' · ', name: 'a dot' },
] as const;

/** One element of a card: what it says, where it stands, how it is set. */
@Component({
  selector: 'desk-element-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, ElementLookFields, Stepper, TextLine],
  template: `
    @let one = element();
    @let kind = one.element;
    @if (kind !== 'picture' && kind !== 'badges' && !one.corner) {
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
    @if (canBeSign()) {
      <label class="line"
        ><input
          type="checkbox"
          [checked]="one.corner"
          (change)="tell('as a sign', { corner: !one.corner })"
        />
        as a sign alone, in the corner of the picture</label
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
      <desk-element-look-fields
        [element]="one"
        [name]="name()"
        (look)="changed.emit($event)"
        (was)="tell('old price', { was: $event })"
      />
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 0 12px 28px;
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
  protected readonly canHide = computed(
    () => !NEVER_REVEALED.includes(this.element().element) && !this.element().corner,
  );
  protected readonly canBeSign = computed(() => AS_SIGN.includes(this.element().element));
  protected readonly hasText = computed(() => WITH_TEXT.includes(this.element().element));

  protected tell(what: string, change: Partial<CardElement>): void {
    this.changed.emit({ what, change });
  }
}
