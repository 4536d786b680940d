// @vitest-environment jsdom
import { Injector, signal } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FromFrame, ToFrame } from '@fond/contract';
import type { ShopModel } from '@fond/core';
import { trackListeners } from '../../../../tests/support/listeners';
import { Arranging } from './arranging';
import { DeskTalk } from './deskTalk';
import { PageViews } from './pageViews';
import { PreviewFrame } from './previewFrame';
import { ShopState } from './shopState';

const first = { kind: 'listing', href: '/first' } as unknown as ShopModel;
const draft = { kind: 'listing', href: '/draft' } as unknown as ShopModel;
const state = { model: signal<ShopModel>(first), awake: signal(false) };
const arranging = { start: vi.fn(), settle: vi.fn() };
const views = { canShow: vi.fn(() => true), fetchForNext: vi.fn() };
const told: FromFrame[] = [];
const desk = { postMessage: (message: FromFrame) => told.push(message) };

function started(search: string, parent: unknown = desk): PreviewFrame {
  history.replaceState(null, '', `/shop/pans${search}`);
  Object.defineProperty(window, 'parent', { value: parent, configurable: true });
  const injector = Injector.create({
    providers: [
      { provide: ShopState, useValue: state },
      { provide: Arranging, useValue: arranging },
      { provide: PageViews, useValue: views },
      { provide: PreviewFrame, useFactory: () => new PreviewFrame() },
      { provide: DeskTalk, useFactory: () => new DeskTalk() },
    ],
  });
  const frame = injector.get(PreviewFrame);
  if (frame.start()) injector.get(DeskTalk).start();
  return frame;
}

const say = (data: ToFrame, source: unknown = desk, origin = location.origin): boolean =>
  window.dispatchEvent(new MessageEvent('message', { data, origin, source: source as Window }));

let forgetListeners: () => void;
beforeEach(() => {
  forgetListeners = trackListeners();
  told.length = 0;
  state.model.set(first);
  vi.stubGlobal('scrollTo', vi.fn());
});

afterEach(() => {
  forgetListeners();
  vi.restoreAllMocks();
});

describe('a page in the desk’s window', () => {
  it('says that it is ready and shows every draft it is sent', () => {
    const frame = started('?draft=p');
    expect(frame.inside).toBe(true);
    expect(told).toEqual([{ type: 'fond:ready' }]);
    say({ type: 'fond:page', page: draft as never });
    expect(state.model()).toBe(draft);
  });

  it('shows the last draft it was sent once what draws it has come', async () => {
    started('?draft=p');
    let come!: () => void;
    views.canShow.mockReturnValue(false);
    views.fetchForNext.mockReturnValue(new Promise<void>((resolve) => (come = resolve)));
    say({ type: 'fond:page', page: draft as never });
    expect(state.model()).toBe(first);
    views.canShow.mockReturnValue(true);
    const later = { kind: 'product' } as unknown as ShopModel;
    say({ type: 'fond:page', page: later as never });
    come();
    await Promise.resolve();
    expect(state.model()).toBe(later);
  });

  it('listens to nobody but the desk of its own origin', () => {
    started('?draft=p');
    say({ type: 'fond:page', page: draft as never }, window);
    say({ type: 'fond:page', page: draft as never }, desk, 'https://elsewhere.example');
    expect(state.model()).toBe(first);
  });

  it('marks the fixture that the desk points at, and tells which one is clicked', () => {
    const frame = started('?draft=p');
    say({
      type: 'fond:tickets',
      tickets: { shelf: 'Shelf: 14 products' },
      tools: { shelf: ['columns'] },
      marked: 'shelf',
    });
    expect(frame.tickets()).toEqual({ shelf: 'Shelf: 14 products' });
    expect(frame.marked()).toBe('shelf');
    document.body.innerHTML = '<div data-fixture="shelf"><p id="inside">Card</p></div>';
    document.getElementById('inside')!.click();
    expect(told).toContainEqual({ type: 'fond:fixture', id: 'shelf' });
  });

  it('scrolls with the others and doesn’t answer its own echo', () => {
    started('?draft=p');
    Object.defineProperty(document.documentElement, 'scrollHeight', { value: 2_768, configurable: true });
    Object.defineProperty(window, 'innerHeight', { value: 768, configurable: true });
    say({ type: 'fond:scroll', share: 0.5 });
    expect(window.scrollTo).toHaveBeenCalledWith({ top: 1000 });
    told.length = 0;
    Object.defineProperty(window, 'scrollY', { value: 1000, configurable: true });
    window.dispatchEvent(new Event('scroll'));
    expect(told).toEqual([]);
    Object.defineProperty(window, 'scrollY', { value: 1500, configurable: true });
    window.dispatchEvent(new Event('scroll'));
    expect(told).toEqual([{ type: 'fond:scrolled', share: 0.75 }]);
  });

  it('lets cards be moved while the desk arranges, and keeps the focus with its product', async () => {
    const frame = started('?draft=p');
    await vi.waitFor(() => expect(arranging.start).toHaveBeenCalledWith(frame.pins, expect.any(Function)));
    say({ type: 'fond:arrange', pins: { 'P-1': 2 } });
    expect(frame.pins()).toEqual({ 'P-1': 2 });
    arranging.settle.mockClear();
    say({ type: 'fond:page', page: draft as never });
    expect(arranging.settle).toHaveBeenCalledOnce();
  });

  it('hands links to the desk', () => {
    started('?draft=p').ask('/pots');
    expect(told).toContainEqual({ type: 'fond:go', address: '/pots' });
  });
});

describe('a page that shoppers see', () => {
  it('neither speaks nor listens, framed or not', () => {
    started('');
    started('?draft=p', window);
    say({ type: 'fond:page', page: draft as never });
    expect(told).toEqual([]);
    expect(state.model()).toBe(first);
  });
});
