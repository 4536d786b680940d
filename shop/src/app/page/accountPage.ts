import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { AccountModel } from '@fond/core';
import { shopHref, ShopState } from '../state/shopState';
import { plainWordsIn } from '../words/plainWords';

/** Where a shopper signs in and out: plain forms that the server answers. */
@Component({
  selector: 'shop-account',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = account();
    <div class="page account">
      <h1>{{ words().account }}</h1>
      @if (one.shopper; as name) {
        <p>{{ words().signedInAs(name) }}</p>
        <form method="post" [action]="action('/leave')">
          <button class="button" type="submit">{{ words().signOut }}</button>
        </form>
      } @else {
        @if (one.fault; as fault) {
          <p class="account-fault" role="alert">
            {{ fault === 'refused' ? words().refused : words().tooMany }}
          </p>
        }
        <form method="post" [action]="action('')">
          <label>
            <span>{{ words().email }}</span>
            <input type="email" name="email" maxlength="254" autocomplete="username" required />
          </label>
          <label>
            <span>{{ words().password }}</span>
            <input type="password" name="password" maxlength="200" autocomplete="current-password" required />
          </label>
          <button class="button" type="submit">{{ words().signIn }}</button>
        </form>
        @if (one.demo; as demo) {
          <p class="account-demo">
            {{ words().demoShopper }} <b>{{ demo.email }}</b>, <b>{{ demo.password }}</b>
          </p>
        }
      }
    </div>
  `,
})
export class AccountPage {
  private readonly state = inject(ShopState);
  protected readonly words = computed(() => plainWordsIn(this.account().frame.lang));
  protected readonly account = computed(() => this.state.model() as AccountModel);

  /** Answers come back in the page's own language. */
  protected action(step: string): string {
    const { frame, back } = this.account();
    const { lang, languages } = frame;
    const asked = new URLSearchParams();
    if (languages[0]?.lang !== lang) asked.set('lang', lang);
    if (back) asked.set('back', back);
    return shopHref(`/account${step}`) + (asked.size ? `?${asked.toString()}` : '');
  }
}
