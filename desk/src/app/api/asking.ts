import { effect, untracked } from '@angular/core';
import type { Subscription } from 'rxjs';

/**
 * Asks the server anew whenever what is asked for changes. An answer to what was asked before is dropped, as answers may
 * overtake one another. Made while a component is.
 *
 * @param read What is asked for, of signals; null asks for nothing.
 * @param ask Sends the request.
 */
export function asking<T>(read: () => T | null, ask: (wanted: T) => Subscription): void {
  effect((onCleanup) => {
    const wanted = read();
    const asked = wanted === null ? null : untracked(() => ask(wanted));
    onCleanup(() => asked?.unsubscribe());
  });
}
