/** From one address of the shop to another; paths are decoded, as under the shop's root, without parameters. */
export interface Redirect {
  from: string;
  /** Null where what stood there is gone for good. */
  to: string | null;
  /** 301 for good, 302 for the time being, 410 gone. */
  code: RedirectCode;
}

export type RedirectCode = 301 | 302 | 410;
export const REDIRECT_CODES: readonly RedirectCode[] = [301, 302, 410];

export type Redirects = ReadonlyMap<string, Redirect>;

export const redirectsBy = (redirects: readonly Redirect[]): Redirects =>
  new Map(redirects.map((redirect) => [redirect.from, redirect]));

/** Where an address leads, step by step. */
export interface Way {
  /** Every address on the way, the first one included. */
  steps: readonly string[];
  end: 'page' | 'missing' | 'gone' | 'loop';
}

/**
 * Follows redirects from an address. What stands at an address is shown, whatever redirect leads away from it; so a
 * redirect never hides a page.
 *
 * @param stands Whether a page of the shop is at a path.
 */
export function followRedirects(redirects: Redirects, path: string, stands: (path: string) => boolean): Way {
  const steps = [path];
  for (let at = path; ;) {
    if (stands(at)) return { steps, end: 'page' };
    const redirect = redirects.get(at);
    if (!redirect) return { steps, end: 'missing' };
    if (redirect.to === null) return { steps, end: 'gone' };
    if (steps.includes(redirect.to)) return { steps: [...steps, redirect.to], end: 'loop' };
    steps.push(redirect.to);
    at = redirect.to;
  }
}

export type RedirectFault =
  /** It leads back to itself, at last. */
  | { kind: 'loop'; steps: readonly string[] }
  /** It leads to another redirect; browsers and search engines like it better straight. */
  | { kind: 'chain'; end: string }
  /** Nothing stands where it leads. */
  | { kind: 'to-missing' }
  /** A page stands at the address it leads from, so nobody is ever led. */
  | { kind: 'page-there' };

/** What is wrong with a redirect among all others; the worst first, null where nothing is. */
export function redirectFault(
  redirects: Redirects,
  redirect: Redirect,
  stands: (path: string) => boolean,
): RedirectFault | null {
  const asIfEmpty = (path: string): boolean => path !== redirect.from && stands(path);
  const { steps, end } = followRedirects(redirects, redirect.from, asIfEmpty);
  if (end === 'loop') return { kind: 'loop', steps };
  if (stands(redirect.from)) return { kind: 'page-there' };
  if (redirect.to !== null && end === 'missing') return { kind: 'to-missing' };
  return steps.length > 2 ? { kind: 'chain', end: steps[steps.length - 1] } : null;
}
