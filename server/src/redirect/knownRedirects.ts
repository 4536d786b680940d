import type { Redirect } from '@fond/core';
import { isDatabaseAway } from '../problem/problem';
import { redirectFrom, redirectsAsStored } from './redirects';

/** How long what is known may be behind, in milliseconds; it is used while the database is away alone. */
const RENEWED_AFTER = 30_000;

/** Redirects as the database has them, and as it last had them while it is away: a redirect that holds is not a page that is missing. */
export class KnownRedirects {
  private known: ReadonlyMap<string, Redirect> = new Map();
  private readAt = -Infinity;

  /** @param isAway Whether the database is known to be away, so that nobody waits for it. */
  constructor(private readonly isAway: () => boolean) {}

  async from(path: string): Promise<Redirect | null> {
    if (this.isAway()) return this.known.get(path) ?? null;
    try {
      const found = await redirectFrom(path);
      this.renew();
      return found;
    } catch (error) {
      if (!isDatabaseAway(error)) throw error;
      return this.known.get(path) ?? null;
    }
  }

  /** Reads all of them, unless that was done just now; nobody waits for it. */
  renew(): void {
    const now = performance.now();
    if (now - this.readAt < RENEWED_AFTER) return;
    this.readAt = now;
    void redirectsAsStored().then(
      (known) => (this.known = known),
      // Away again: what was known stays, and the next who asks tries it anew.
      () => (this.readAt = -Infinity),
    );
  }
}
