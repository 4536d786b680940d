import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeInCrop } from './crop';

const percent = fc.integer({ min: 0, max: 100 });
const point = fc.record({ x: percent, y: percent });
const size = fc.record({
  width: fc.integer({ min: 10, max: 4000 }),
  height: fc.integer({ min: 10, max: 4000 }),
});

describe('a point of a picture that is cropped', () => {
  it('stays where it is while the picture keeps its shape', () => {
    fc.assert(
      fc.property(point, size, point, (at, picture, focus) => {
        const placed = placeInCrop(at, picture, null, focus);
        expect(placed?.x).toBeCloseTo(at.x, 9);
        expect(placed?.y).toBeCloseTo(at.y, 9);
      }),
    );
  });

  it('is where a browser draws it: scaled to fill the box, then moved by the focus', () => {
    fc.assert(
      fc.property(point, size, fc.integer({ min: 20, max: 200 }), point, (at, picture, ratio, focus) => {
        const box = { width: 1000, height: 10 * ratio };
        const scale = Math.max(box.width / picture.width, box.height / picture.height);
        const drawn = { width: picture.width * scale, height: picture.height * scale };
        const left = ((box.width - drawn.width) * focus.x) / 100;
        const top = ((box.height - drawn.height) * focus.y) / 100;
        const x = ((left + (drawn.width * at.x) / 100) / box.width) * 100;
        const y = ((top + (drawn.height * at.y) / 100) / box.height) * 100;
        const placed = placeInCrop(at, picture, ratio, focus);
        if (x < -1e-6 || x > 100 + 1e-6 || y < -1e-6 || y > 100 + 1e-6) expect(placed).toBeNull();
        else if (placed) {
          expect(placed.x).toBeCloseTo(x, 6);
          expect(placed.y).toBeCloseTo(y, 6);
        } else expect([x, y].some((one) => one < 1e-6 || one > 100 - 1e-6)).toBe(true);
      }),
    );
  });
});
