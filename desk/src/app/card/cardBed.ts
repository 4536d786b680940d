import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import {
  CARD_ELEMENT_KINDS,
  CARD_FIELDS,
  elementName,
  type CardElement,
  type CardElementKind,
} from '@fond/core';
import { withElement, withElementLook, withNewElement, withoutElement } from '../draft/cardEdits';
import { PlanEditor } from '../draft/planEditor';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { elementWords, FIELD_WORDS } from '../wording/words';
import { ElementFields, type ElementChange } from './elementFields';

/** The elements of a card in their order: each turned on or off, moved, set; and those that it doesn't have yet. */
@Component({
  selector: 'desk-card-bed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, ElementFields, MatIconModule, RowTools],
  templateUrl: './cardBed.html',
  styleUrl: './cardBed.scss',
})
export class CardBed {
  private readonly editor = inject(PlanEditor);
  readonly card = input.required<readonly CardElement[]>();
  /** By the name of an element, how many products have something to show there. */
  readonly evidence = input<ReadonlyMap<string, string>>(new Map());
  /** By the name of an element whose words can't be read, their contrast. */
  readonly faults = input<ReadonlyMap<string, number>>(new Map());
  /** Names the setting, so that typing on is one step of undo. */
  readonly changed = output<{ what: string; card: readonly CardElement[] }>();
  /** The element that is being edited, by its name in the card. */
  protected readonly edited = signal<string | null>(null);

  /** What the card does not have yet. */
  protected readonly addable = computed(
    (): { name: string; kind: CardElementKind; attribute: string | null }[] => {
      const there = new Set(this.card().map(elementName));
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
    const before = this.card()
      .slice(0, at)
      .findLast(({ on }) => on);
    const { beside, on, revealed } = this.card()[at];
    return on && beside && before !== undefined && before.revealed === revealed;
  }

  protected toggle(element: CardElement): void {
    this.change(`${this.nameOf(element)} on or off`, (card) =>
      withElement(card, elementName(element), { on: !element.on }),
    );
  }

  protected changeElement(element: CardElement, { what, change, look }: ElementChange): void {
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
    this.changed.emit({ what, card: change(this.card()) });
  }
}
