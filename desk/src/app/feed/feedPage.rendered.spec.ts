import { signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { of } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { FeedState, Role } from '@fond/contract';
import { FeedApi } from '../api/feedApi';
import { render } from '../testing/render';
import { FeedPage } from './feedPage';

const STATE: FeedState = {
  shopSystem: { running: true, pace: 4, trouble: 'none', said: 'Turn 3: 2 changed.', saidAt: null },
  systems: [
    { id: 1, name: 'Pellmere till', off: false, createdAt: '2026-01-01T00:00:00.000Z', lastSeenAt: null },
  ],
  batches: [
    {
      id: 9,
      system: 'Pellmere till',
      key: 'turn-3',
      at: '2026-01-01T00:00:00.000Z',
      times: 2,
      counts: { made: 0, changed: 2, unchanged: 0, late: 1, refused: 1 },
      refused: [{ sku: 'P-1', message: 'The shop has 0 of it; 1 can’t go.' }],
      milliseconds: 12,
    },
  ],
};

async function shown(role: Role, state: FeedState = STATE) {
  const api = {
    read: () => of(state),
    changeShopSystem: vi.fn(() => of(undefined)),
    add: vi.fn((name: string) => of({ system: { ...STATE.systems[0], name }, token: 'fond_secret' })),
    change: vi.fn(() => of(STATE.systems[0])),
  };
  const store = { selectSignal: () => signal({ id: 1, role }) };
  const { fixture } = render(FeedPage, [
    { provide: FeedApi, useValue: api },
    { provide: Store, useValue: store },
  ]);
  const root = fixture.nativeElement as HTMLElement;
  await vi.waitFor(() => expect(root.querySelector('h2')).not.toBeNull());
  const press = async (words: string): Promise<void> => {
    [...root.querySelectorAll('button')].find((one) => one.textContent.trim() === words)!.click();
    await fixture.whenStable();
  };
  return { api, root, fixture, press };
}

const textOf = (root: HTMLElement, selector: string): string =>
  (root.querySelector(selector)?.textContent ?? '').replace(/\s+/g, ' ').trim();

describe('the feed', () => {
  it('tells of each batch what became of it, and that it is done once however often it came', async () => {
    const { root } = await shown('viewer');
    expect(textOf(root, 'tbody tr')).toContain('2 changed · 1 late, left as it is · 1 refused');
    expect(textOf(root, 'tbody tr')).toContain('came 2 times, done once');
    expect(textOf(root, 'tbody .fault')).toBe('P-1: The shop has 0 of it; 1 can’t go.');
  });

  it('is disturbed, slowed and paused by merchandisers', async () => {
    const { api, root, press } = await shown('merchandiser');
    await press('Pause');
    const [pace, trouble] = root.querySelectorAll('select');
    for (const [field, value] of [
      [pace, '60'],
      [trouble, 'twice'],
    ] as const) {
      field.value = value;
      field.dispatchEvent(new Event('change'));
    }
    const before = { running: true, pace: 4, trouble: 'none' };
    expect(api.changeShopSystem.mock.calls.map((call) => (call as unknown[])[0])).toMatchObject([
      { ...before, running: false },
      { ...before, pace: 60 },
      { ...before, trouble: 'twice' },
    ]);
  });

  it('is looked at alone by viewers', async () => {
    const { root } = await shown('viewer');
    expect([...root.querySelectorAll('select')].every(({ disabled }) => disabled)).toBe(true);
    expect(root.querySelector('button')).toBeNull();
  });

  it('shows an owner the token of a system once', async () => {
    const { root, fixture, press } = await shown('owner');
    const field = root.querySelector<HTMLInputElement>('.let-in input')!;
    field.value = ' Back office ';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    await press('Let it in');
    expect(textOf(root, '.token')).toContain('The token of Back office');
    expect(textOf(root, '.token code')).toBe('fond_secret');
    await press('I have it');
    expect(root.querySelector('.token')).toBeNull();
  });

  it('says how to begin where nothing has come in', async () => {
    const { root } = await shown('owner', { shopSystem: null, systems: [], batches: [] });
    expect(textOf(root, '.none')).toContain('POST /api/feed/batches');
    expect(root.querySelector('.till')).toBeNull();
  });
});
