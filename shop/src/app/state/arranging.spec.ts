// @vitest-environment jsdom
import { Injector, runInInjectionContext, signal } from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FromFrame } from '@fond/contract';
import type { ShopModel } from '@fond/core';
import { trackListeners } from '../../../../tests/support/listeners';
import { Arranging } from './arranging';
import { ShopState } from './shopState';

const model = { kind: 'listing', fixtures: [{ type: 'shelf', total: 5 }] } as unknown as ShopModel;
const shown = signal(model);
const told: FromFrame[] = [];
const pins = signal<Readonly<Record<string, number>> | null>(null);
let arranging: Arranging;
let forgetListeners: () => void;

/** Two rows of two cards and one more, as a browser would lay them out. */
beforeEach(() => {
  told.length = 0;
  shown.set(model);
  forgetListeners = trackListeners();
  document.body.innerHTML = [1, 2, 3, 4, 5]
    .map(
      (n) =>
        `<div data-sku="P-${n}" data-place="${n}" tabindex="0"><a href="/shop/products/p${n}">P ${n}</a></div>`,
    )
    .join('');
  cards().forEach((card, at) => {
    card.getBoundingClientRect = () => ({ top: Math.floor(at / 2) * 100 }) as DOMRect;
  });
  const injector = Injector.create({
    providers: [{ provide: ShopState, useValue: { model: shown } }],
  });
  arranging = runInInjectionContext(injector, () => new Arranging());
  arranging.start(pins, (message) => told.push(message));
  pins.set({ 'P-2': 2 });
});
afterEach(() => {
  forgetListeners();
  vi.restoreAllMocks();
});

const cards = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-place]')];
const press = (place: number, key: string, altKey = false): boolean =>
  cards()[place - 1].dispatchEvent(
    new KeyboardEvent('keydown', { key, altKey, bubbles: true, cancelable: true }),
  );
const drag = (type: string, place: number): boolean =>
  cards()[place - 1].dispatchEvent(new Event(type, { bubbles: true, cancelable: true }));

describe('arranging', () => {
  it('tells where a card was dropped, and marks the place under it', () => {
    drag('dragstart', 4);
    expect(drag('dragover', 2)).toBe(false);
    expect(cards()[1].classList.contains('drop-here')).toBe(true);
    drag('drop', 2);
    expect(told).toEqual([{ type: 'fond:place', sku: 'P-4', place: 2 }]);
    expect(document.querySelector('.drop-here')).toBeNull();
  });

  it('moves on from where a card was last told to stand, however quickly keys are pressed', () => {
    for (let times = 0; times < 3; times++) press(2, 'ArrowRight', true);
    expect(told.map((message) => ('place' in message ? message.place : null))).toEqual([3, 4, 5]);
    pins.set({ 'P-2': 5 });
    arranging.settle();
    press(2, 'ArrowLeft', true);
    expect(told.at(-1)).toMatchObject({ place: 1 });
  });

  it('follows a product that was moved over the edge of its page', () => {
    vi.spyOn(window, 'requestAnimationFrame').mockImplementation((call) => (call(0), 0));
    press(4, 'ArrowRight', true);
    cards()[3].remove();
    pins.set({ 'P-4': 6 });
    shown.set({
      kind: 'listing',
      fixtures: [{ type: 'shelf', total: 9, from: 1, to: 5, next: '/pans?page=2', previous: null }],
    } as unknown as ShopModel);
    arranging.settle();
    expect(told.at(-1)).toEqual({ type: 'fond:go', address: '/pans?page=2' });
  });

  it('tells nothing when a card falls back to its own place, or something else is dropped', () => {
    drag('dragstart', 3);
    drag('drop', 3);
    drag('drop', 1);
    expect(told).toEqual([]);
  });

  it('moves by Alt and the arrow keys: by one sideways, by a row up and down, never out of the listing', () => {
    press(3, 'ArrowLeft', true);
    press(3, 'ArrowUp', true);
    press(1, 'ArrowUp', true);
    press(5, 'ArrowRight', true);
    expect(told).toEqual([
      { type: 'fond:place', sku: 'P-3', place: 2 },
      { type: 'fond:place', sku: 'P-3', place: 1 },
      { type: 'fond:place', sku: 'P-1', place: 1 },
      { type: 'fond:place', sku: 'P-5', place: 5 },
    ]);
    expect(press(3, 'ArrowLeft')).toBe(true);
  });

  it('pins where it stands by Enter, and lets go by Enter or Delete', () => {
    press(1, 'Enter');
    press(2, 'Enter');
    press(3, 'Delete');
    expect(told).toEqual([
      { type: 'fond:place', sku: 'P-1', place: 1 },
      { type: 'fond:unpin', sku: 'P-2' },
      { type: 'fond:unpin', sku: 'P-3' },
    ]);
  });

  it('keeps the focus with its product when the page comes anew', async () => {
    press(3, 'ArrowLeft', true);
    arranging.settle();
    await vi.waitFor(() => expect(document.activeElement).toBe(cards()[2]));
  });

  it('follows no link meanwhile, and follows them again afterwards', () => {
    const link = document.querySelector('a')!;
    const click = (): boolean =>
      link.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }));
    expect(click()).toBe(false);
    pins.set(null);
    document.addEventListener('click', (event) => event.preventDefault(), { once: true });
    const seen = vi.fn();
    document.body.addEventListener('click', seen, { once: true });
    click();
    expect(seen).toHaveBeenCalled();
    press(1, 'Enter');
    expect(told).toEqual([]);
  });
});
