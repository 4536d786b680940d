import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { swatchPaint, USUAL_SHOW, valueComparer, type ValueShow } from './valueShow';

const byName = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
const sorted = (labels: readonly string[], show: Partial<ValueShow>): string[] => {
  const compare = valueComparer(
    { ...USUAL_SHOW, ...show },
    labels.map((value) => ({ value })),
    labels,
    byName,
  );
  return labels
    .map((_, code) => code)
    .sort(compare)
    .map((code) => labels[code]);
};

describe('the order of values', () => {
  it('follows a scale of sizes, whatever way they are written', () => {
    const sizes = ['XXL', 'one size', 'S', '3XL', 'M', 'x-small', 'L / XL', 'Large', 'XS/S'];
    expect(sorted(sizes, { scale: 'sizes' })).toEqual([
      'XS/S',
      'x-small',
      'S',
      'M',
      'L / XL',
      'Large',
      'XXL',
      '3XL',
      'one size',
    ]);
  });

  it('follows the first number in words, with a point or a comma', () => {
    const lengths = ['100 cm', 'long', '9 cm', '2,5 cm to 4 cm', '20.5 cm', '-3 °C'];
    expect(sorted(lengths, { scale: 'numbers' })).toEqual([
      '-3 °C',
      '2,5 cm to 4 cm',
      '9 cm',
      '20.5 cm',
      '100 cm',
      'long',
    ]);
  });

  it('is by hand where somebody says so, a member where its family stands, the others behind', () => {
    const families = [{ id: 'blues', labels: {}, swatch: null, members: ['navy', 'azure'] }];
    expect(
      sorted(['azure', 'black', 'navy', 'red', 'constructor'], { order: ['red', 'blues'], families }),
    ).toEqual(['red', 'azure', 'navy', 'black', 'constructor']);
  });

  it('is total: of any two different values one stands before the other, whichever comes first', () => {
    const label = fc.constantFrom('S', 'M', '10', '9 cm', 'blue', 'Blue', '', '2XL', 'é');
    const scale = fc.constantFrom('none' as const, 'sizes' as const, 'numbers' as const);
    fc.assert(
      fc.property(fc.uniqueArray(label), fc.array(label), scale, (labels, order, by) => {
        const show = { ...USUAL_SHOW, order, scale: by };
        const compare = valueComparer(
          show,
          labels.map((value) => ({ value })),
          labels,
          byName,
        );
        for (const a of labels.keys())
          for (const b of labels.keys()) {
            expect(Math.sign(compare(a, b)) + Math.sign(compare(b, a))).toBe(0);
            expect(compare(a, b) === 0).toBe(a === b);
          }
      }),
    );
  });
});

describe('a swatch', () => {
  it('is one colour, two of a pattern, or a picture', () => {
    const hash = 'a'.repeat(32);
    expect(swatchPaint('#aa0000')).toBe('#aa0000');
    expect(swatchPaint('#aa0000 #00bb00')).toBe('linear-gradient(135deg, #aa0000 50%, #00bb00 50%)');
    expect(swatchPaint(`picture:${hash}`)).toBe(`url(/pictures/${hash}-240) center / cover`);
    expect(swatchPaint(null)).toBeNull();
  });
});
