import { isPlatformServer } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  makeStateKey,
  PLATFORM_ID,
  TransferState,
} from '@angular/core';
import { Typed } from '../forms/typed';
import { shopHref, ShopState } from '../state/shopState';
import { plainWordsIn } from '../words/plainWords';

const SOUGHT = makeStateKey<string>('sought');
const SOUGHT_MARK = '__SOUGHT__';

@Component({
  selector: 'shop-missing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Typed],
  template: `
    <div class="page missing">
      <svg viewBox="0 0 120 60" aria-hidden="true">
        <path d="M4 52h112" />
        <path d="M24 52V36h18v16M78 52V30h18v22" stroke-dasharray="4 4" />
      </svg>
      <h1>{{ gone() ? own().gone : own().missing }}</h1>
      <p>{{ gone() ? own().goneHint : own().missingHint }}</p>
      <p>
        <a class="button" [href]="home()">{{ state.words().missingLink }}</a>
      </p>
      <form
        class="site-search"
        role="search"
        method="get"
        action="/shop/search"
        [attr.aria-label]="own().missingSearch"
      >
        <input type="hidden" name="lang" [value]="state.model().frame.lang" />
        <input
          type="search"
          name="q"
          maxlength="200"
          [shopValue]="sought"
          [attr.aria-label]="own().missingSearch"
        />
        <button type="submit">{{ state.words().search }}</button>
      </form>
      <ul class="missing-aisles">
        @for (item of state.model().frame.navigation; track item.href) {
          <li>
            <a [href]="href(item.href)">{{ item.title }}</a>
          </li>
        }
      </ul>
    </div>
  `,
})
export class MissingPage {
  protected readonly state = inject(ShopState);
  protected readonly own = computed(() => plainWordsIn(this.state.model().frame.lang));
  protected readonly href = shopHref;

  /** What the address seems to have meant; the server writes it in, as one such page serves all. */
  protected readonly sought: string;

  constructor() {
    const transfer = inject(TransferState);
    if (isPlatformServer(inject(PLATFORM_ID))) transfer.set(SOUGHT, SOUGHT_MARK);
    this.sought = transfer.get(SOUGHT, '');
  }

  protected gone(): boolean {
    const model = this.state.model();
    return model.kind === 'missing' && model.gone;
  }

  protected home(): string {
    const { lang, languages } = this.state.model().frame;
    return languages[0]?.lang === lang ? '/shop' : `/shop?lang=${encodeURIComponent(lang)}`;
  }
}
