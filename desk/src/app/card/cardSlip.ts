import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import type { CardElement } from '@fond/core';
import { withNewElement } from '../draft/cardEdits';
import { moveItem } from '../field/lists';
import { PlanEditor } from '../draft/planEditor';
import { RowTools } from '../field/rowTools';
import { elementWords } from '../wording/words';

/** What each card shows, from top to bottom. */
@Component({
  selector: 'desk-card-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIconModule, RowTools],
  template: `
    <ol
      class="entries"
      cdkDropList
      (cdkDropListDropped)="move($event)"
      aria-label="Elements of the card in order"
    >
      @for (element of elements(); track name(element); let at = $index) {
        <li cdkDrag cdkDragLockAxis="y">
          <span cdkDragHandle class="grip" aria-hidden="true"><mat-icon svgIcon="drag" /></span>
          <label class="grow">
            <input type="checkbox" [checked]="element.on" (change)="toggle(at)" />
            <span [class.off]="!element.on">{{ name(element) }}</span>
          </label>
          <span class="evidence figures">{{ evidence(element) }}</span>
          <desk-row-tools
            [name]="name(element)"
            [at]="at"
            [count]="elements().length"
            [removable]="element.element === 'attribute'"
            (moved)="shift(at, $event)"
            (removed)="remove(at)"
          />
        </li>
      }
    </ol>
    @if (unused().length) {
      <div class="line">
        <span>Attribute line</span>
        <span class="choices">
          @for (attribute of unused(); track attribute.key) {
            <button type="button" class="choice add" (click)="add(attribute.key)">
              {{ attribute.labels[editor.lang()] }}
            </button>
          }
        </span>
      </div>
    }
    <p class="hint">An attribute line shows only on products that have a value.</p>
  `,
})
export class CardSlip {
  protected readonly editor = inject(PlanEditor);
  protected readonly elements = computed(() => this.editor.shelf()?.card ?? []);
  protected readonly unused = computed(
    () =>
      this.editor
        .vocabulary()
        ?.attributes.filter(
          ({ key, onCards }) => onCards && !this.elements().some((element) => element.attribute === key),
        ) ?? [],
  );

  protected name(element: CardElement): string {
    return elementWords(element, this.editor.vocabulary(), this.editor.lang());
  }

  protected evidence(element: CardElement): string {
    const vocabulary = this.editor.vocabulary();
    const attribute = vocabulary?.attributes.find(({ key }) => key === element.attribute);
    return attribute ? `${attribute.coverage} of ${vocabulary?.products} products have it` : '';
  }

  protected toggle(at: number): void {
    this.change((card) =>
      card.map((element, place) => (place === at ? { ...element, on: !element.on } : element)),
    );
  }

  protected shift(from: number, to: number): void {
    this.change((card) => moveItem(card, from, to));
  }

  protected move(event: CdkDragDrop<unknown>): void {
    this.shift(event.previousIndex, event.currentIndex);
  }

  protected remove(at: number): void {
    this.change((card) => card.filter((_, place) => place !== at));
  }

  /** A new line stands after the last one of its kind, or after the name. */
  protected add(key: string): void {
    this.change((card) => withNewElement(card, 'attribute', key));
  }

  private change(change: (card: readonly CardElement[]) => readonly CardElement[]): void {
    this.editor.editShelf('card', { card: change(this.elements()) });
  }
}
