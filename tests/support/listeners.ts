import { vi } from 'vitest';

/** Notes what is listened to on document and window, so that one test's listeners don't hear the next one. */
export function trackListeners(): () => void {
  const kept: (() => void)[] = [];
  for (const target of [document, window]) {
    const add = target.addEventListener.bind(target);
    vi.spyOn(target, 'addEventListener').mockImplementation(
      (type: string, listener: unknown, options?: unknown) => {
        add(type, listener as EventListener, options as boolean);
        kept.push(() => target.removeEventListener(type, listener as EventListener, options as boolean));
      },
    );
  }
  return () => {
    for (const forget of kept) forget();
  };
}
