import { effect, inject, Injectable, Injector } from '@angular/core';
import type {
  Asked,
  Card,
  CardEvent,
  FixtureModel,
  PageModel,
  ProductModel,
  ShopModel,
  View,
  ViewPlace,
  WidthName,
} from '@fond/core';
import { COUNT_VIEWS } from '@fond/contract/shop-routes';
import { shelfIn } from './shelfIn';
import { ShopState } from './shopState';

/** A card has been seen when half of it was in view for so many milliseconds. */
const HALF = 0.5;
const LONG_ENOUGH = 1_000;
const TELL_EVERY = 5_000;
/** Breakpoints of the style sheet, unless a look has its own. */
const USUAL_WIDTHS = '640-1024';
/** Where a product was chosen, so that a cart is counted where it was earned; forgotten with the tab. */
const CHOSEN = 'fond.chosen';
const MOST_CHOSEN = 40;

/** As it leads to its product. */
const CARD = '.card';
/** A fixture of a listing, or a shelf below a product. */
const SHELF = '[data-fixture], [data-shelf]';
const PRODUCTS = '/shop/products/';

/** The name by which a link leads to a product; null for any other link. */
function slugOf(link: HTMLAnchorElement): string | null {
  const { pathname } = new URL(link.href);
  return pathname.startsWith(PRODUCTS) ? decodeURIComponent(pathname.slice(PRODUCTS.length)) : null;
}

type Where = Pick<View, 'at' | 'asked'>;
type Spot = Pick<CardEvent, 'shelf' | 'place' | 'sku' | 'badges'>;
type Happened = Pick<CardEvent, 'seen' | 'clicked' | 'carted'>;

function widthName(model: ShopModel): WidthName {
  const [medium, wide] = (model.frame.look?.widths ?? USUAL_WIDTHS).split('-').map(Number);
  return innerWidth >= wide ? 'wide' : innerWidth >= medium ? 'medium' : 'narrow';
}

/** Where and how a listing is looked at. */
export function whereOf(model: PageModel, width: WidthName): Where {
  const shelf = shelfIn(model);
  const chosen = shelf && shelf.orders.findIndex(({ selected }) => selected) > 0 ? shelf.order.key : null;
  const within = model.aisle.kind !== 'search' && model.q !== '';
  const at: ViewPlace = {
    aisle: model.aisle.key,
    plan: model.plan.id,
    edition: model.frame.edition,
    lang: model.frame.lang,
    width,
    narrowed: model.applied.length > 0 || chosen !== null || within,
  };
  const asked: Asked = {
    facets: model.applied.filter(({ key }) => key !== 'q').map(({ key, value }) => `${key}=${value}`),
    order: chosen,
    query: model.q || null,
    found: !shelf || shelf.answer?.sought ? 0 : shelf.total,
  };
  return { at, asked };
}

/** Where the shelves below a product are looked at: in no place of an aisle's own, and no visit to it. */
function besideOf({ aisle, plan, frame }: ProductModel, width: WidthName): Where | null {
  const { edition, lang } = frame;
  return (
    plan && {
      at: { aisle, plan: plan.id, edition, lang, width, narrowed: true },
      asked: { facets: [], order: null, query: null, found: 0 },
    }
  );
}

/** All cards of a page, by the name of their product in addresses. */
function cardsIn(fixtures: readonly FixtureModel[], found = new Map<string, Card>()): Map<string, Card> {
  for (const fixture of fixtures) {
    if ('cards' in fixture) for (const card of fixture.cards) found.set(card.slug, card);
    if ('slots' in fixture) for (const slot of fixture.slots) cardsIn(slot.fixtures, found);
    if ('inserts' in fixture) for (const insert of fixture.inserts ?? []) cardsIn(insert.fixtures, found);
  }
  return found;
}

/**
 * Tells the shop which cards were seen, clicked and put into the cart, for its counters alone: nothing says who, and nothing
 * is kept here but where a product was chosen, for as long as the tab is open.
 */
@Injectable({ providedIn: 'root' })
export class Counting {
  private readonly state = inject(ShopState);
  private readonly injector = inject(Injector);
  private readonly waiting = new Map<string, View & { cards: CardEvent[] }>();
  private readonly clocks = new Map<Element, ReturnType<typeof setTimeout>>();
  private where: Where | null = null;
  private page = '';
  private from = 1;
  private own = '';
  /** The product whose page it is; empty on a listing. */
  private product = '';
  private cards = new Map<string, Card>();
  /** Cards that were seen on this page, and below products that were looked at over it, by shelf and place. */
  private readonly seen = new Set<string>();
  private watcher = new IntersectionObserver((seen) => this.watched(seen), { threshold: HALF });

  start(): void {
    effect(() => this.arrive(this.state.model()), { injector: this.injector });
    // Cards come and go with filters, pages and tabs.
    new MutationObserver(() => this.watch()).observe(document.body, { childList: true, subtree: true });
    // Before links are followed in place, and after a first tap that only shows what is hidden has said so.
    document.body.addEventListener('click', (event) => this.clicked(event));
    document.addEventListener('submit', (event) => this.submitted(event), true);
    document.addEventListener('visibilitychange', () => document.hidden && this.tell());
    addEventListener('pagehide', () => this.tell());
    setInterval(() => this.tell(), TELL_EVERY);
  }

  private arrive(model: ShopModel): void {
    const width = widthName(model);
    this.where =
      model.kind === 'listing'
        ? whereOf(model, width)
        : model.kind === 'product'
          ? besideOf(model, width)
          : null;
    if (!this.where) return;
    [this.from, this.own, this.product] = [1, '', ''];
    if (model.kind === 'product') [this.cards, this.product] = [cardsIn(model.shelves), model.slug];
    else if (model.kind === 'listing') this.list(model, this.where);
    this.watcher.disconnect();
    for (const clock of this.clocks.values()) clearTimeout(clock);
    this.clocks.clear();
    setTimeout(() => this.watch());
  }

  private list(model: PageModel, where: Where): void {
    const shelf = shelfIn(model);
    [this.from, this.own] = [shelf?.from ?? 1, shelf?.id ?? ''];
    this.cards = cardsIn(model.fixtures);
    const { at, asked } = where;
    // Further pages of the same are one visit, as is a product that is looked at over them.
    const page = JSON.stringify([at.aisle, at.lang, asked.facets, asked.order, asked.query]);
    if (page !== this.page) {
      if ((shelf?.firstPage ?? 1) === 1) this.view(where).opens = true;
      this.seen.clear();
    }
    this.page = page;
  }

  /** What is told of a page with the next batch. */
  private view({ at, asked }: Where): View & { cards: CardEvent[] } {
    const key = JSON.stringify([at, asked]);
    let view = this.waiting.get(key);
    if (!view) this.waiting.set(key, (view = { at, asked, opens: false, cards: [] }));
    return view;
  }

  private watch(): void {
    if (this.where) for (const card of document.querySelectorAll(CARD)) this.watcher.observe(card);
  }

  private watched(entries: readonly IntersectionObserverEntry[]): void {
    for (const { target, isIntersecting } of entries) {
      clearTimeout(this.clocks.get(target));
      if (!isIntersecting) continue;
      this.clocks.set(
        target,
        setTimeout(() => {
          this.clocks.delete(target);
          this.note(target, {});
        }, LONG_ENOUGH),
      );
    }
  }

  /** The place of a card; null for one that stands on no shelf of an aisle. */
  private spotOf(element: Element): Spot | null {
    const around = element.closest(SHELF);
    const shelf = around?.getAttribute('data-fixture') ?? around?.getAttribute('data-shelf');
    const links = [...element.querySelectorAll('a')];
    const card = links.map((link) => this.cards.get(slugOf(link) ?? '')).find(Boolean);
    if (!around || !shelf || !card) return null;
    // What stands among the products may be a shelf with cards of its own.
    const beside = [...around.querySelectorAll(CARD)].filter((one) => one.closest(SHELF) === around);
    const place = (shelf === this.own ? this.from : 1) + beside.indexOf(element);
    return { shelf, place, sku: card.sku, badges: card.badges.map(({ key }) => key) };
  }

  /** What happened to a card, which was seen then, however quickly. */
  private note(card: Element, happened: Happened): Spot | null {
    this.watcher.unobserve(card);
    clearTimeout(this.clocks.get(card));
    const spot = this.spotOf(card);
    if (!spot || !this.where) return null;
    const name = JSON.stringify([this.product, spot.shelf, spot.place, spot.sku]);
    const fresh = !this.seen.has(name);
    this.seen.add(name);
    if (fresh || Object.keys(happened).length)
      this.add(this.where, spot, { ...(fresh && { seen: true }), ...happened });
    return spot;
  }

  private add(where: Where, spot: Spot, happened: Happened): void {
    const { cards } = this.view(where);
    const known = cards.find(
      ({ shelf, place, sku }) => shelf === spot.shelf && place === spot.place && sku === spot.sku,
    );
    // What happens once more is another event.
    if (known && Object.keys(happened).every((name) => !known[name as keyof Happened]))
      Object.assign(known, happened);
    else cards.push({ ...spot, ...happened });
  }

  private clicked({ target, defaultPrevented }: MouseEvent): void {
    if (defaultPrevented) return;
    const link = (target as Element).closest<HTMLAnchorElement>('a[href]');
    const card = link?.closest(CARD);
    if (!link || !card || !this.where || slugOf(link) === null) return;
    const spot = this.note(card, { clicked: true });
    if (spot) choose({ ...this.where, spot });
  }

  private submitted({ target, submitter }: SubmitEvent): void {
    if (!(target instanceof HTMLFormElement) || new URL(target.action).pathname !== '/shop/cart') return;
    const fields = new FormData(target, submitter);
    const sku = fields.get('sku');
    if (typeof sku !== 'string' || fields.has('pieces')) return;
    const card = target.closest(CARD);
    const chosen = card && this.where ? { ...this.where, spot: this.spotOf(card) } : chosenBefore(sku);
    if (chosen?.spot) this.add(chosen, chosen.spot, { carted: true });
  }

  private tell(): void {
    if (!this.waiting.size) return;
    const views = [...this.waiting.values()];
    this.waiting.clear();
    const id = Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) =>
      byte.toString(16).padStart(2, '0'),
    ).join('');
    const body = new Blob([JSON.stringify({ id, views })], { type: 'application/json' });
    navigator.sendBeacon(COUNT_VIEWS, body);
  }
}

type Chosen = Where & { spot: Spot | null };

function chosen(): Chosen[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(CHOSEN) ?? '[]');
    return Array.isArray(kept) ? (kept as Chosen[]) : [];
  } catch {
    return [];
  }
}

const chosenBefore = (sku: string): Chosen | null => chosen().find(({ spot }) => spot?.sku === sku) ?? null;

function choose(one: Chosen): void {
  const others = chosen().filter(({ spot }) => spot?.sku !== one.spot?.sku);
  try {
    sessionStorage.setItem(CHOSEN, JSON.stringify([one, ...others].slice(0, MOST_CHOSEN)));
  } catch {
    // A browser that keeps nothing counts no carts of products that were looked at first.
  }
}
