import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import {
  CARD_ELEMENT_KINDS,
  CARD_FIELDS,
  cardFaults,
  elementName,
  formLimits,
  type BenchReason,
  type CardElement,
  type CardElementKind,
  type FormLimit,
} from '@fond/core';
import { OriginStrip } from '../brief/originStrip';
import { RowTools } from '../field/rowTools';
import { elementWords, FIELD_WORDS } from '../wording/words';
import { withElement, withElementLook, withNewElement, withoutElement } from '../draft/cardEdits';
import { moveItem } from '../field/lists';
import { PlanEditor } from '../draft/planEditor';
import { BenchWindow } from './benchWindow';
import { ElementFields, type ElementChange } from './elementFields';
import { FaceFields } from './faceFields';

const LIMIT_WORDS: Readonly<Record<FormLimit, string>> = {
  'revealed-in-lines':
    'In lists and folding lists the picture is too small to lie over: what is shown there when a card is pointed at stands among the words.',
  'ratio-in-lanes':
    'In a staggered grid every picture keeps its own shape, whatever is said of its height and crop.',
  'equal-without-rows': 'Cards end together in grids and carousels alone: the other forms have no rows.',
};

const ABSENT_WORDS: Readonly<Record<BenchReason, string>> = {
  usual: 'product',
  long: 'long name',
  blank: 'product without a picture',
  wide: 'wide picture',
  tall: 'tall picture',
  saving: 'product with a saving',
  'sold-out': 'sold-out product',
  tags: 'product with tags',
  'no-value': 'product that lacks a value of these attributes',
  language: 'text in another language',
};

/** The card as a bed of lines and elements, edited beside the products that are hard on it. */
@Component({
  selector: 'desk-card-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BenchWindow,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    ElementFields,
    FaceFields,
    MatIconModule,
    OriginStrip,
    RowTools,
  ],
  templateUrl: './cardSheet.html',
  styleUrl: './sheet.scss',
})
export class CardSheet {
  protected readonly editor = inject(PlanEditor);
  private readonly window = viewChild(BenchWindow);
  /** The element that is being edited, by its name in the card. */
  protected readonly edited = signal<string | null>(null);
  protected readonly elements = computed(() => this.editor.shelf()?.card ?? []);
  protected readonly faults = computed(() => {
    const plan = this.editor.plan();
    return new Map(plan ? cardFaults(plan).map(({ name, contrast }) => [name, contrast]) : []);
  });
  protected readonly limits = computed(() => {
    const shelf = this.editor.shelf();
    return shelf ? formLimits(shelf).map((limit) => LIMIT_WORDS[limit]) : [];
  });
  protected readonly absent = computed(() =>
    (this.window()?.bench()?.absent ?? []).map((reason) => ABSENT_WORDS[reason]),
  );
  private readonly coverage = computed(
    () =>
      new Map(
        this.window()
          ?.bench()
          ?.coverage.map(({ name, products }) => [name, products]),
      ),
  );

  /** What the card does not have yet. */
  protected readonly addable = computed(
    (): { name: string; kind: CardElementKind; attribute: string | null }[] => {
      const there = new Set(this.elements().map(elementName));
      const kinds = CARD_ELEMENT_KINDS.filter((kind) => kind !== 'attribute' && kind !== 'field').map(
        (kind) => ({ kind, attribute: null, name: this.nameOf({ element: kind, attribute: null }) }),
      );
      const fields = CARD_FIELDS.map((field) => ({
        kind: 'field' as const,
        attribute: field,
        name: FIELD_WORDS[field],
      }));
      const attributes = (this.editor.vocabulary()?.attributes ?? [])
        .filter(({ onCards }) => onCards)
        .map(({ key }) => ({
          kind: 'attribute' as const,
          attribute: key,
          name: this.nameOf({ element: 'attribute', attribute: key }),
        }));
      return [...kinds, ...attributes, ...fields].filter(
        ({ kind, attribute }) => !there.has(elementName({ element: kind, attribute })),
      );
    },
  );

  protected key(element: CardElement): string {
    return elementName(element);
  }

  protected nameOf(element: Pick<CardElement, 'element' | 'attribute'>): string {
    return elementWords(element, this.editor.vocabulary(), this.editor.lang());
  }

  /** Lines of several elements are drawn together. */
  protected joined(at: number): boolean {
    const before = this.elements()
      .slice(0, at)
      .findLast(({ on }) => on);
    const { beside, on, revealed } = this.elements()[at];
    return on && beside && before !== undefined && before.revealed === revealed;
  }

  protected evidence(element: CardElement): string {
    const products = this.coverage().get(elementName(element));
    const all = this.window()?.bench()?.products;
    return products === undefined || all === undefined ? '' : `${products} of ${all}`;
  }

  protected toggle(element: CardElement): void {
    this.change(`${this.nameOf(element)} on or off`, (card) =>
      withElement(card, elementName(element), { on: !element.on }),
    );
  }

  protected told(element: CardElement, { what, change, look }: ElementChange): void {
    const name = elementName(element);
    this.change(`${what} of ${this.nameOf(element)}`, (card) =>
      withElementLook(withElement(card, name, change ?? {}), name, look ?? {}),
    );
  }

  protected shift(from: number, to: number): void {
    this.change('order of the card', (card) => moveItem(card, from, to));
  }

  protected move(event: CdkDragDrop<unknown>): void {
    this.shift(event.previousIndex, event.currentIndex);
  }

  protected remove(element: CardElement): void {
    this.change(`without ${this.nameOf(element)}`, (card) => withoutElement(card, elementName(element)));
  }

  protected add(kind: CardElementKind, attribute: string | null): void {
    const name = elementName({ element: kind, attribute });
    this.change(`add ${name}`, (card) => withNewElement(card, kind, attribute));
    this.edited.set(name);
  }

  private change(what: string, change: (card: readonly CardElement[]) => readonly CardElement[]): void {
    this.editor.editShelf(what, { card: change(this.elements()) });
  }
}
