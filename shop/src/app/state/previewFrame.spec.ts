// @vitest-environment jsdom
import { Injector, runInInjectionContext, signal } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FromFrame, ToFrame } from '@fond/contract';
import type { ShopModel } from '@fond/core';
import { trackListeners } from '../../../../tests/support/listeners';
import { Arranging } from './arranging';
import { PreviewFrame } from './previewFrame';
import { ShopState } from './shopState';

const first = { kind: 'listing', href: '/first' } as unknown as ShopModel;
const draft = { kind: 'listing', href: '/draft' } as unknown as ShopModel;
const state = { model: signal<ShopModel>(first), awake: signal(false) };
const arranging = {
  pins: signal<Readonly<Record<string, number>> | null>(null),
  start: vi.fn(),
  settle: vi.fn(),
};
const told: FromFrame[] = [];
const desk = { postMessage: (message: FromFrame) => told.push(message) };

function started(search: string, parent: unknown = desk): PreviewFrame {
  history.replaceState(null, '', `/shop/pans${search}`);
  Object.defineProperty(window, 'parent', { value: parent, configurable: true });
  const injector = Injector.create({
    providers: [
      { provide: ShopState, useValue: state },
      { provide: Arranging, useValue: arranging },
    ],
  });
  const frame = runInInjectionContext(injector, () => new PreviewFrame());
  frame.start();
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

  it('lets cards be moved while the desk arranges, and keeps the focus with its product', () => {
    started('?draft=p');
    expect(arranging.start).toHaveBeenCalled();
    say({ type: 'fond:arrange', pins: { 'P-1': 2 } });
    expect(arranging.pins()).toEqual({ 'P-1': 2 });
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
