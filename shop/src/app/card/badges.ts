import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Badge, DrawnBadge, BadgePlace } from '@fond/core';
import { pictureAt } from '../picture/picture';
import { ShopState } from '../state/shopState';

const NORMAL = { size: 13, opacity: 100 };

/** The look's colour of a name, or a colour of its own. */
const paint = (colour: DrawnBadge['ground']): string =>
  colour.startsWith('#') ? colour : `var(--${colour})`;

/** How a badge is drawn, where that is not as the style sheet has it by itself. */
function styleOf({ ground, ink, opacity, size }: DrawnBadge): string {
  const own = [`--badge:${paint(ground)}`, `--on:${paint(ink)}`];
  if (opacity !== NORMAL.opacity) own.push(`--seen:${opacity}%`);
  for (const width of ['wide', 'medium', 'narrow'] as const)
    if (size[width] !== NORMAL.size) own.push(`--letters-${width}:${size[width]}px`);
  return own.join(';');
}

interface Drawn {
  badge: Badge;
  shape: DrawnBadge['shape'];
  picture: DrawnBadge['picture'];
  style: string;
}

/** Where the badges of one list stand: over a picture, each at its place; at one place among the words; all in a row. */
export type BadgeSpot = 'picture' | 'above-name' | 'beside-price' | 'row';

/** Those that stand among a card's words. */
const AMONG_WORDS: readonly string[] = ['above-name', 'beside-price'];

/** The badges of a product: over its picture, among the words of its card, or in a row where they stand by themselves. */
@Component({
  selector: 'shop-badges',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.place) {
      <ul [class]="group.place === null ? 'badges' : 'badges at-' + group.place">
        @for (one of group.drawn; track one.badge.key) {
          <li
            [class]="'badge badge-' + one.shape"
            [class.pictured]="one.picture"
            [class.alone]="one.picture?.alone"
            [attr.style]="one.style"
          >
            @if (one.picture; as picture) {
              <img
                alt=""
                [src]="at(picture.hash, 240)"
                [attr.width]="picture.width"
                [attr.height]="picture.height"
              />
            }
            <span [class.unseen]="one.picture?.alone">{{ one.badge.text }}</span>
          </li>
        }
      </ul>
    }
  `,
})
export class Badges {
  readonly badges = input.required<readonly Badge[]>();
  readonly spot = input<BadgeSpot>('row');
  /** Places among the words that the card doesn't have: what belongs there lies over the picture all the same. */
  readonly astray = input<readonly string[]>([]);
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;

  protected readonly groups = computed(() => {
    const looks = this.state.model().frame.badges;
    const groups = new Map<BadgePlace | null, Drawn[]>();
    for (const badge of this.badges()) {
      const look = looks[badge.key] as DrawnBadge | undefined;
      if (!look) continue;
      const spot = this.spot();
      const among = AMONG_WORDS.includes(look.place) && !this.astray().includes(look.place);
      if (spot === 'picture' ? among : spot !== 'row' && look.place !== spot) continue;
      const place = spot !== 'picture' ? null : AMONG_WORDS.includes(look.place) ? 'top-start' : look.place;
      const drawn = { badge, shape: look.shape, picture: look.picture, style: styleOf(look) };
      groups.set(place, [...(groups.get(place) ?? []), drawn]);
    }
    return [...groups].map(([place, drawn]) => ({ place, drawn }));
  });
}
