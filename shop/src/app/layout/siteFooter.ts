import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ShopFrame } from '@fond/core';
import { shopHref } from '../state/shopState';
import { shopWordsIn } from '../words/words';

@Component({
  selector: 'shop-footer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <footer class="site-foot">
      <div class="site-foot-in">
        @for (group of groups(); track group.title) {
          @if (group.links.length) {
            <nav [attr.aria-label]="group.title">
              <h2>{{ group.title }}</h2>
              <ul>
                @for (link of group.links; track link.href) {
                  <li>
                    <a [href]="href(link.href)">{{ link.title }}</a>
                  </li>
                }
              </ul>
            </nav>
          }
        }
        @if (frame().footer; as words) {
          <p>{{ words }}</p>
        }
      </div>
    </footer>
  `,
})
export class SiteFooter {
  readonly frame = input.required<ShopFrame>();
  protected readonly href = shopHref;
  protected readonly words = computed(() => shopWordsIn(this.frame().lang));
  protected readonly groups = computed(() => [
    { title: this.words().collections, links: this.frame().collections },
    { title: this.frame().tagTitle, links: this.frame().tags },
  ]);
}
