import { computed, Injectable, signal } from '@angular/core';
import { defer, finalize, type Observable } from 'rxjs';

/** An answer that takes longer is worth a word. */
const LONG = 5_000;

/** Tells when answers of the server are overdue. */
@Injectable({ providedIn: 'root' })
export class Waiting {
  private readonly overdue = signal(0);
  readonly long = computed(() => this.overdue() > 0);

  /** Watches one request. */
  watch<T>(request: Observable<T>): Observable<T> {
    return defer(() => {
      let late = false;
      const timer = setTimeout(() => {
        late = true;
        this.overdue.update((count) => count + 1);
      }, LONG);
      return request.pipe(
        finalize(() => {
          clearTimeout(timer);
          if (late) this.overdue.update((count) => count - 1);
        }),
      );
    });
  }
}
