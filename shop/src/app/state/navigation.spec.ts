// @vitest-environment jsdom
import { Injector, runInInjectionContext, signal } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ShopModel } from '@fond/core';
import { trackListeners } from '../../../../tests/support/listeners';
import { Navigation } from './navigation';
import { PageViews } from './pageViews';
import { PreviewFrame } from './previewFrame';
import { ShopState } from './shopState';

const listing = (href: string, page = 1, key = 'category:1'): ShopModel =>
  ({ kind: 'listing', href, aisle: { key }, fixtures: [{ type: 'shelf', page }] }) as unknown as ShopModel;

const frame = { inside: false, ask: vi.fn() };
const state = { model: signal<ShopModel>(listing('/pans')), busy: signal(false), awake: signal(false) };
const answers = new Map<string, () => Promise<Response>>();
const fetched: string[] = [];
const assign = vi.fn();
const views = { fetchForNext: vi.fn(() => Promise.resolve()) };
let forgetListeners: () => void;

/** The address asked for is the part after the shop's root. */
const answer = (address: string, model: ShopModel, wait: Promise<void> = Promise.resolve()): void =>
  void answers.set(address, async () => {
    await wait;
    return new Response(JSON.stringify(model));
  });

beforeEach(() => {
  answers.clear();
  fetched.length = 0;
  vi.clearAllMocks();
  frame.inside = false;
  state.model.set(listing('/pans'));
  history.replaceState(null, '', '/shop/pans');
  document.body.innerHTML = `
    <main id="main" tabindex="-1"><section id="products" tabindex="-1"></section>
    <a id="red" href="/shop/pans?colour=red"><span id="word">Red</span></a>
    <a id="second" href="/shop/pans?page=2">2</a>
    <a id="pots" href="/shop/pots">Pots</a>
    <a id="desk" href="/floor">Desk</a>
    <a id="shopping" href="/shopping">Elsewhere</a>
    <a id="outside" href="https://elsewhere.example/shop">Elsewhere</a>
    <a id="skip" href="/shop/pans#products">Skip</a>
    <form id="range" method="get" action="/shop/pans">
      <input name="price.from" value="20"><input name="price.to" value=""><input name="colour" value="red">
    </form></main>`;
  Element.prototype.scrollIntoView = vi.fn();
  vi.stubGlobal('scrollTo', vi.fn());
  vi.stubGlobal('fetch', async (address: string) => {
    const asked = decodeURIComponent(address.split('address=')[1]);
    fetched.push(asked);
    return answers.get(asked)?.() ?? new Response('', { status: 500 });
  });
  const { location: real } = window;
  vi.stubGlobal('location', {
    assign,
    get pathname() {
      return real.pathname;
    },
    get search() {
      return real.search;
    },
    get origin() {
      return real.origin;
    },
  });
  forgetListeners = trackListeners();
  const injector = Injector.create({
    providers: [
      { provide: ShopState, useValue: state },
      { provide: PreviewFrame, useValue: frame },
      { provide: PageViews, useValue: views },
    ],
  });
  runInInjectionContext(injector, () => new Navigation()).start();
});

afterEach(() => {
  forgetListeners();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const click = (id: string, options: MouseEventInit = {}): boolean =>
  document
    .getElementById(id)!
    .dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true, ...options }));
const shown = (href: string): Promise<void> =>
  vi.waitFor(() => expect((state.model() as { href?: string }).href).toBe(href));

describe('following links of the shop', () => {
  it('puts the next page in place, with its address, also from a word inside the link', async () => {
    answer('/pans?colour=red', listing('/pans?colour=red'));
    expect(click('word')).toBe(false);
    await shown('/pans?colour=red');
    expect(location.pathname + location.search).toBe('/shop/pans?colour=red');
    expect(state.busy()).toBe(false);
  });

  it('leaves readers where they are when a filter changed, and leads to the products on another page', async () => {
    answer('/pans?colour=red', listing('/pans?colour=red'));
    click('red');
    await shown('/pans?colour=red');
    expect(document.activeElement).toBe(document.body);
    answer('/pans?page=2', listing('/pans?page=2', 2));
    click('second');
    await shown('/pans?page=2');
    await vi.waitFor(() => expect(document.activeElement?.id).toBe('products'));
  });

  it('hands the focus to the products when what had it went with the change', async () => {
    answer('/pans?colour=red', listing('/pans?colour=red'));
    const chip = document.getElementById('red')!;
    chip.focus();
    const gone = vi.spyOn(state.model, 'set').mockImplementationOnce((model) => {
      gone.mockRestore();
      state.model.set(model);
      queueMicrotask(() => chip.remove());
    });
    click('red');
    await shown('/pans?colour=red');
    await vi.waitFor(() => expect(document.activeElement?.id).toBe('products'));
  });

  it('starts another aisle at its top', async () => {
    answer('/pots', listing('/pots', 1, 'category:2'));
    click('pots');
    await shown('/pots');
    await vi.waitFor(() => expect(document.activeElement?.id).toBe('main'));
    expect(window.scrollTo).toHaveBeenCalledWith({ top: 0 });
  });

  it('leaves to the browser what leads elsewhere or is meant for another tab', () => {
    for (const id of ['desk', 'shopping', 'outside', 'skip']) expect(click(id), id).toBe(true);
    expect(click('red', { ctrlKey: true })).toBe(true);
    expect(click('red', { metaKey: true })).toBe(true);
    expect(click('red', { button: 1 })).toBe(true);
    expect(fetched).toEqual([]);
  });

  it('shows only the page that was asked for last', async () => {
    let release: () => void = () => undefined;
    answer('/pots', listing('/pots', 1, 'category:2'), new Promise((resolve) => (release = resolve)));
    answer('/pans?colour=red', listing('/pans?colour=red'));
    click('pots');
    click('red');
    await shown('/pans?colour=red');
    release();
    await vi.waitFor(() => expect(fetched).toHaveLength(2));
    await Promise.resolve();
    expect((state.model() as { href: string }).href).toBe('/pans?colour=red');
  });

  it('lets the browser fetch the whole page where the data doesn’t come', async () => {
    click('red');
    await vi.waitFor(() => expect(assign).toHaveBeenCalledWith('/shop/pans?colour=red'));
    expect(state.busy()).toBe(false);
    expect(location.search).toBe('');
  });

  it('lets the browser do so too where what draws the page doesn’t come', async () => {
    answer('/pots', listing('/pots', 1, 'category:2'));
    views.fetchForNext.mockRejectedValueOnce(new Error('The script is gone.'));
    click('pots');
    await vi.waitFor(() => expect(assign).toHaveBeenCalledWith('/shop/pots'));
    expect(location.pathname).toBe('/shop/pans');
    expect((state.model() as { href: string }).href).toBe('/pans');
  });

  it('follows Back without adding an entry', async () => {
    answer('/pans?colour=red', listing('/pans?colour=red'));
    answer('/pans', listing('/pans'));
    click('red');
    await shown('/pans?colour=red');
    const entries = history.length;
    history.back();
    await shown('/pans');
    expect(history.length).toBe(entries);
  });

  it('sends a form’s filled fields as an address', async () => {
    answer('/pans?price.from=20&colour=red', listing('/pans?colour=red&price=20..'));
    const form = document.getElementById('range') as HTMLFormElement;
    form.dispatchEvent(new SubmitEvent('submit', { bubbles: true, cancelable: true }));
    await shown('/pans?colour=red&price=20..');
    expect(location.search).toBe('?colour=red&price=20..');
  });

  it('asks the desk instead where the page stands in its window', () => {
    frame.inside = true;
    click('pots');
    expect(frame.ask).toHaveBeenCalledWith('/pots');
    expect(fetched).toEqual([]);
  });
});
