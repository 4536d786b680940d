import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Badge } from '@fond/core';
import { pictureAt } from '../picture/picture';
import { ShopState } from '../state/shopState';
import { badgeGroups, type BadgeSpot, type WordSpot } from './badgeGroups';

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
  readonly astray = input<readonly WordSpot[]>([]);
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;

  protected readonly groups = computed(() =>
    badgeGroups(this.badges(), this.state.model().frame.badges, this.spot(), this.astray()),
  );
}
