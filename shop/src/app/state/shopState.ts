import { isPlatformServer } from '@angular/common';
import {
  computed,
  inject,
  Injectable,
  makeStateKey,
  PLATFORM_ID,
  REQUEST_CONTEXT,
  signal,
  TransferState,
} from '@angular/core';
import type { ShopModel } from '@fond/core';
import { shelfIn } from './shelfIn';
import { shopWordsIn } from '../words/words';

const ASKED_MARK = '__ASKED__';

const MODEL = makeStateKey<ShopModel>('model');

/** The model of the page that is shown. The server hands it over; afterwards the navigation replaces it. */
@Injectable({ providedIn: 'root' })
export class ShopState {
  private readonly server = isPlatformServer(inject(PLATFORM_ID));
  readonly model = signal<ShopModel>(this.first());
  readonly words = computed(() => shopWordsIn(this.model().frame.lang));
  /** The aisle's own shelf; undefined on a page without one. */
  readonly shelf = computed(() => shelfIn(this.model()));
  /** True once all of the page has to be alive, as what it says is about to change. */
  readonly awake = signal(false);
  /** True while the next page is on its way. */
  readonly busy = signal(false);

  /** Where the page stands that says that nothing does; the server writes it in, as one such page serves all. */
  asked(): string {
    return this.server ? ASKED_MARK : location.pathname + location.search;
  }

  /** An address of the shop that holds in every state, in the page's language. */
  plain(path: string): string {
    const { lang, languages } = this.model().frame;
    return shopHref(languages[0]?.lang === lang ? path : `${path}?lang=${encodeURIComponent(lang)}`);
  }

  private first(): ShopModel {
    const transfer = inject(TransferState);
    if (!this.server) {
      const model = transfer.get(MODEL, null);
      if (!model) throw new Error('The page came without its model.');
      return model;
    }
    const { model } = inject(REQUEST_CONTEXT) as { model: ShopModel };
    transfer.set(MODEL, model);
    return model;
  }
}

/** An address of the shop as a link: the shop stands under /shop. */
export const shopHref = (address: string): string => (address === '/' ? '/shop' : `/shop${address}`);

/** Where a merchandiser's link leads: into the shop, or elsewhere. */
export const linkHref = (address: string): string => (address.startsWith('/') ? shopHref(address) : address);
