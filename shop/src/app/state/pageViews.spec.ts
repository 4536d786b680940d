import { Component, Injector, runInInjectionContext } from '@angular/core';
import { describe, expect, it, vi } from 'vitest';
import type { ShopModel } from '@fond/core';
import { DocumentHead } from './documentHead';
import { PageViews, VIEW_SOURCES, type ViewSources } from './pageViews';

vi.mock('./documentHead', () => ({ DocumentHead: Symbol('head') }));

@Component({ selector: 'shop-one', template: '' })
class One {}
@Component({ selector: 'shop-other', template: '' })
class Other {}

const model = (
  kind: string,
  quick: object | null = null,
  lang = 'en',
  fixtures: readonly object[] = [],
): ShopModel => ({ kind, quick, frame: { lang }, fixtures }) as unknown as ShopModel;

function views(fetch: () => Promise<typeof Other>): PageViews {
  const source = { fetch };
  const sources: ViewSources = {
    listing: One,
    account: source,
    bench: source,
    cart: source,
    compare: source,
    missing: source,
    product: source,
    reviews: source,
    quick: source,
    answer: source,
    mixed: source,
    nothing: source,
    banner: source,
    columns: source,
    picture: source,
    promotion: source,
    slides: source,
    spotlight: source,
    tabs: source,
    tiles: source,
  };
  const injector = Injector.create({
    providers: [
      { provide: VIEW_SOURCES, useValue: sources },
      { provide: DocumentHead, useValue: {} },
    ],
  });
  return runInInjectionContext(injector, () => new PageViews());
}

describe('what draws a page', () => {
  it('has every fixture of a page before it is shown, those within others too', async () => {
    const one = views(() => Promise.resolve(Other));
    const tabs = { type: 'tabs', slots: [{ fixtures: [{ type: 'promotion' }, { type: 'title' }] }] };
    const page = model('listing', null, 'en', [{ type: 'shelf' }, tabs]);
    expect(one.canShow(page)).toBe(false);
    await one.fetchForNext(page);
    expect(one.canShow(page)).toBe(true);
    expect([one.of('tabs'), one.of('promotion'), one.of('tiles')]).toEqual([Other, Other, null]);
  });

  it('has what a shelf says besides its products, and what it shows in their place', async () => {
    const one = views(() => Promise.resolve(Other));
    const nothing = { shelf: { type: 'promotion' } };
    await one.fetchForNext(model('listing', null, 'en', [{ type: 'shelf', nothing }]));
    expect([one.of('nothing'), one.of('promotion'), one.of('answer')]).toEqual([Other, Other, null]);
    expect(one.canShow(model('listing', null, 'en', [{ type: 'shelf', answer: {} }]))).toBe(false);
  });

  it('is there for listings from the start, and fetched once for others', async () => {
    const fetch = vi.fn(() => Promise.resolve(Other));
    const one = views(fetch);
    expect([one.of('listing'), one.of('product')]).toEqual([One, null]);
    await one.fetchFor(model('listing'));
    expect(fetch).not.toHaveBeenCalled();
    await one.fetchFor(model('product'));
    await one.fetchFor(model('product'));
    expect(fetch).toHaveBeenCalledOnce();
    expect(one.of('product')).toBe(Other);
  });

  it('has the head with the first page where that brings CSS along', async () => {
    const one = views(() => Promise.resolve(Other));
    const page = model('listing');
    const styled = (css: ShopModel['frame']['css']): ShopModel => ({
      ...page,
      frame: { ...page.frame, css },
    });
    await one.fetchFor(styled({ href: '/plan-css/house.css' }));
    expect(one.canShow(page), 'its file is in the server’s head').toBe(false);
    await one.fetchFor(styled({ text: 'h1 {}' }));
    expect(one.canShow(page)).toBe(true);
  });

  it('has the quick look that lies over a listing', async () => {
    const one = views(() => Promise.resolve(Other));
    await one.fetchFor(model('listing', {}));
    expect([one.of('quick'), one.of('product')]).toEqual([Other, null]);
  });

  it('says when another page can be shown at once', async () => {
    const one = views(() => Promise.resolve(Other));
    expect(one.canShow(model('listing')), 'its head is still the server’s').toBe(false);
    await one.fetchForNext(model('listing'));
    expect(one.canShow(model('listing'))).toBe(true);
    expect(one.canShow(model('product'))).toBe(false);
    await one.fetchForNext(model('product', null, 'fr'));
    expect(one.canShow(model('product', null, 'fr'))).toBe(true);
  });

  it('fails where its script can’t be fetched, and tries again', async () => {
    const fetch = vi.fn(() => Promise.resolve(Other)).mockRejectedValueOnce(new Error('offline'));
    const one = views(fetch);
    await expect(one.fetchFor(model('cart'))).rejects.toThrow('offline');
    expect(one.of('cart')).toBeNull();
    await one.fetchFor(model('cart'));
    expect(one.of('cart')).toBe(Other);
  });
});
