import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Badge } from '@fond/core';

@Component({
  selector: 'shop-badges',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (badges().length) {
      <ul class="badges">
        @for (badge of badges(); track badge.key) {
          <li [class]="'badge badge-' + badge.key">{{ badge.text }}</li>
        }
      </ul>
    }
  `,
})
export class Badges {
  readonly badges = input.required<readonly Badge[]>();
}
