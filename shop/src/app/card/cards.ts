import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Card } from '@fond/core';
import { PreviewFrame } from '../state/previewFrame';
import { ShopState } from '../state/shopState';
import { cardsClasses, cardsStyle, laneStyle, ownStyle, type CardsModel } from './gridStyle';
import { ProductCard } from './productCard';

/** Cards that are likely in the first view load their pictures at once. */
const EAGER = 6;

/** Which card of a shelf an event has reached; -1 for none. */
const indexOfCard = (shelf: EventTarget | null, target: EventTarget | null): number => {
  const card = (target as Element).closest('.card');
  return card ? [...(shelf as Element).querySelectorAll('.card')].indexOf(card) : -1;
};

/** Links cover more than their own words, so the point says what was meant. */
function isWithin({ clientX, clientY }: MouseEvent, place: Element | null | undefined): boolean {
  const box = place?.getBoundingClientRect();
  return (
    box !== undefined &&
    clientX >= box.left &&
    clientX <= box.right &&
    clientY >= box.top &&
    clientY <= box.bottom
  );
}

/** The cards of a shelf in its form; one card serves all forms. Lines that fold out come with `MixedCards`. */
@Component({
  selector: 'shop-cards',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductCard],
  host: {
    '[class]': 'classes()',
    '[attr.style]': 'style()',
    '(click)': 'tap($event)',
    '(pointerover)': 'near($event)',
    '(focusin)': 'near($event)',
  },
  template: `
    @let shelf = model();
    @for (card of shelf.cards; track card.id; let at = $index) {
      <shop-card
        [card]="card"
        [drawn]="shelf.drawn"
        [near]="neared().has(card.id)"
        [active]="state() !== 'rest' || active() === card.id"
        [class.is-hover]="state() === 'hover'"
        [class.is-focus]="state() === 'focus'"
        [sizes]="shelf.pictureSizes"
        [widths]="widths()"
        [lang]="lang()"
        [eager]="first() !== null && at < eager"
        [first]="lead() && at === 0"
        [attr.style]="lane(card, at)"
        [attr.data-figure]="first() === null ? null : figures()?.get(card.sku)"
        [attr.data-sku]="pins() && card.sku"
        [attr.data-place]="pins() && first()! + at"
        [attr.draggable]="pins() && 'true'"
        [attr.tabindex]="pins() && 0"
        [pin]="pins()?.[card.sku] ?? null"
      />
    }
  `,
})
export class Cards {
  readonly model = input.required<CardsModel>();
  /** The place of the first card on the aisle's own shelf; null for any other shelf, whose cards nobody arranges. */
  readonly first = input<number | null>(null);
  /** It has the first picture of the page, which is waited for. */
  readonly lead = input(false);
  private readonly shop = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  private readonly arranging = this.frame.pins;
  protected readonly figures = this.frame.figures;
  protected readonly state = this.frame.cards;
  /** Set while the desk's window arranges the shelf. */
  protected readonly pins = computed(() => (this.first() === null ? null : this.arranging()));
  protected readonly eager = EAGER;
  /** It stands in a grid that holds other things as well, and is none by itself. */
  readonly inner = input(false);
  protected readonly style = computed(() => cardsStyle(this.model()));
  protected readonly classes = computed(() => cardsClasses(this.model()) + (this.inner() ? ' inner' : ''));
  /** Cards that have been pointed at, by their products. */
  protected readonly neared = signal<ReadonlySet<number>>(new Set());
  /** The card that a finger has tapped, by its product. */
  protected readonly active = signal<number | null>(null);
  protected readonly widths = computed(() => this.shop.model().frame.pictureWidths);
  protected readonly lang = computed(() => this.shop.model().frame.lang);

  protected lane(card: Card, at: number): string | null {
    const lane = this.model().lanes?.[at];
    const own = ownStyle(this.model().drawn, card.colour);
    return lane ? [laneStyle(lane), own].filter(Boolean).join(';') : own;
  }

  /**
   * A finger can't point at a card without tapping it: the first tap on its picture shows what a mouse would have shown
   * there, the next one follows the link. Its words lead on at once, and whoever uses a screen reader, a keyboard or a
   * mouse is never held up.
   */
  protected tap(event: MouseEvent): void {
    const { cards, drawn } = this.model();
    if (!drawn.reacts || (event as PointerEvent).pointerType !== 'touch' || this.pins()) return;
    const target = event.target as Element;
    const place = indexOfCard(event.currentTarget, target);
    const card = cards.at(place);
    if (place < 0 || !card || card.id === this.active() || !this.shows(card)) return;
    // What can be seen and pressed does what it says.
    const pressed = target.closest('a, button');
    if (pressed && !pressed.matches('.card-name a, .card-lead, .card-reveal *')) return;
    if (!isWithin(event, target.closest('.card')?.querySelector('.card-picture'))) return;
    event.preventDefault();
    this.active.set(card.id);
  }

  protected near({ currentTarget, target }: Event): void {
    const { cards, drawn } = this.model();
    if (!drawn.second) return;
    const place = indexOfCard(currentTarget, target);
    const card = place < 0 ? undefined : cards.at(place);
    if (card && !this.neared().has(card.id)) this.neared.update((known) => new Set([...known, card.id]));
  }

  /** Whether a card has anything to show when it is pointed at. */
  private shows({ images, parts }: Card): boolean {
    const { second, overlay, elements } = this.model().drawn;
    return (second && images.length > 1) || overlay || parts.some(({ at }) => elements[at].revealed);
  }
}
