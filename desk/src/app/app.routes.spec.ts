import { UrlSegment } from '@angular/router';
import { describe, expect, it } from 'vitest';
import { planSheet } from './app.routes';

const read = (path: string) => {
  const found = planSheet(path.split('/').map((part) => new UrlSegment(part, {})));
  return (
    found &&
    Object.fromEntries(Object.entries(found.posParams ?? {}).map(([name, { path: at }]) => [name, at]))
  );
};

describe('the addresses of a plan', () => {
  it('are its brief and its sheets, on one page', () => {
    expect(read('plans/house')).toEqual({ id: 'house' });
    expect(read('plans/house/card')).toEqual({ id: 'house', sheet: 'card' });
    expect(read('plans/house/badges')).toEqual({ id: 'house', sheet: 'badges' });
    expect(read('plans/house/filters')).toEqual({ id: 'house', sheet: 'filters' });
  });

  it('leave all others to other pages', () => {
    for (const path of ['plans', 'plans/house/leave', 'plans/house/card/more', 'parts/house', 'floor'])
      expect(read(path), path).toBeNull();
  });
});
