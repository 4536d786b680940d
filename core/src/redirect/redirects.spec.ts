import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { redirectFault, followRedirects, redirectsBy, type Redirect } from './redirects';

const pages = new Set(['/pans', '/pots']);
const stands = (path: string): boolean => pages.has(path);
const to = (from: string, target: string | null): Redirect => ({
  from,
  to: target,
  code: target === null ? 410 : 301,
});

describe('redirects', () => {
  it('lead to a page, over several steps, or say that what was there is gone', () => {
    const all = redirectsBy([to('/old', '/older'), to('/older', '/pans'), to('/sold', null)]);
    expect(followRedirects(all, '/old', stands)).toEqual({ steps: ['/old', '/older', '/pans'], end: 'page' });
    expect(followRedirects(all, '/sold', stands)).toEqual({ steps: ['/sold'], end: 'gone' });
    expect(followRedirects(all, '/nothing', stands).end).toBe('missing');
  });

  it('never hide a page', () => {
    const all = redirectsBy([to('/pans', '/pots')]);
    expect(followRedirects(all, '/pans', stands)).toEqual({ steps: ['/pans'], end: 'page' });
    expect(redirectFault(all, to('/pans', '/pots'), stands)).toEqual({ kind: 'page-there' });
  });

  it('are told where they run in a ring, over others, or to nothing', () => {
    const list = [
      to('/a', '/b'),
      to('/b', '/c'),
      to('/c', '/a'),
      to('/d', '/e'),
      to('/e', '/pans'),
      to('/f', '/x'),
    ];
    const all = redirectsBy(list);
    expect(redirectFault(all, list[0], stands)).toEqual({ kind: 'loop', steps: ['/a', '/b', '/c', '/a'] });
    expect(redirectFault(all, list[3], stands)).toEqual({ kind: 'chain', end: '/pans' });
    expect(redirectFault(all, list[4], stands)).toBeNull();
    expect(redirectFault(all, list[5], stands)).toEqual({ kind: 'to-missing' });
  });

  it('end after as many steps as there are addresses, whatever they say', () => {
    const path = fc.constantFrom('/a', '/b', '/c', '/d', '/pans', '/pots');
    fc.assert(
      fc.property(fc.array(fc.tuple(path, fc.option(path, { nil: null }))), path, (pairs, start) => {
        const all = redirectsBy(pairs.map(([from, target]) => to(from, target)));
        const { steps, end } = followRedirects(all, start, stands);
        expect(steps.length).toBeLessThanOrEqual(7);
        expect(new Set(steps).size).toBe(end === 'loop' ? steps.length - 1 : steps.length);
        expect(end === 'page').toBe(stands(steps[steps.length - 1]) && end !== 'loop');
      }),
    );
  });
});
