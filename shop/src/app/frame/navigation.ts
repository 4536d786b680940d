import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FixtureModel } from '@fond/core';
import { linkHref } from '../state/shopState';

/** The way to other categories: pills in a row, or a list that shows the tree. */
@Component({
  selector: 'shop-navigation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = model();
    <nav
      [class]="one.form === 'pills' ? 'pills' : 'nav-list'"
      [class.coloured]="one.colours"
      [attr.aria-label]="label()"
    >
      <ul>
        @for (item of one.items; track $index) {
          <li [attr.data-depth]="item.depth ?? null">
            <a
              [href]="href(item.href)"
              [attr.aria-current]="item.current ? 'page' : null"
              [style.--own]="item.colour"
            >
              {{ item.title }}
              @if (one.counts && item.count !== null) {
                <span class="count">{{ item.count }}</span>
              }
            </a>
          </li>
        }
      </ul>
    </nav>
  `,
})
export class Navigation {
  readonly model = input.required<Extract<FixtureModel, { type: 'navigation' }>>();
  readonly label = input.required<string>();
  protected readonly href = linkHref;
}
