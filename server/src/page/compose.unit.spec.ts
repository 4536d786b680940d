import { describe, expect, it } from 'vitest';
import { foldRangeParts, readAddress } from './compose';

describe('readAddress', () => {
  it('decodes once and joins what is repeated', () => {
    expect(readAddress('/cookware/cr%C3%AApe?colour=red&colour=blue&material=a%252C%20b')).toEqual({
      path: '/cookware/crêpe',
      parameters: { colour: 'red,blue', material: 'a%2C b' },
    });
  });

  it('takes the front with and without its slash, and no slash at the end elsewhere', () => {
    for (const front of ['/', '', '/?', '//']) expect(readAddress(front)?.path, front).toBe('/');
    expect(readAddress('/cookware/')?.path).toBe('/cookware');
  });

  it('is null for a path that can’t be decoded', () => {
    expect(readAddress('/%E0%A4%A')).toBeNull();
  });

  it('cuts a search text that is longer than anybody types', () => {
    expect(readAddress(`/search?q=${'x'.repeat(5000)}`)!.parameters['q']).toHaveLength(200);
  });
});

describe('foldRangeParts', () => {
  it('puts the two ends that a form sends into one parameter and keeps the rest', () => {
    expect(foldRangeParts('/a?material=x&price.from=20&price.to=80')).toBe('/a?material=x&price=20..80');
    expect(foldRangeParts('/a?price.from=&price.to=80&order=name')).toBe('/a?order=name&price=..80');
    expect(foldRangeParts('/a?price.from=&price.to=')).toBe('/a');
  });

  it('leaves alone what has no such parts', () => {
    expect(foldRangeParts('/a?price=20..80')).toBeNull();
    expect(foldRangeParts('/a')).toBeNull();
  });
});
