import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { CATEGORIES } from './catalogue/kinds';
import { demoProducts } from './catalogue/products';
import { MATERIALS } from './catalogue/vocabulary';
import { DRAWINGS, drawPicture, type Kind } from './pictures/draw';
import { mix, skinOf } from './pictures/palette';
import { Random } from '../random';

const NOW = Date.UTC(2026, 0, 31);
const products = demoProducts(NOW);
const rows = products.map(({ row }) => row);

describe('the demo’s products', () => {
  it('are the same every time', () => {
    expect(demoProducts(NOW)).toEqual(products);
  });

  it('have names and SKUs of their own', () => {
    expect(new Set(rows.map((row) => row['sku'])).size).toBe(rows.length);
    expect(new Set(rows.map((row) => row['title'])).size).toBe(rows.length);
  });

  it('stand in categories of the tree, all of which but the one left over hold some', () => {
    const titles = new Set(CATEGORIES.map(({ title }) => title));
    const used = new Set(rows.flatMap((row) => row['category'].split('|').filter(Boolean)));
    for (const path of used) expect(titles).toContain(path);
    const leaves = [...titles].filter(
      (title) => ![...titles].some((other) => other.startsWith(`${title} >`)),
    );
    expect(leaves.filter((leaf) => !used.has(leaf))).toEqual(['Picnic']);
  });

  it('have the faults that a check shall find', () => {
    const count = (fault: (row: (typeof rows)[number]) => boolean): number => rows.filter(fault).length;
    expect(count((row) => row['image'] === '')).toBe(6);
    expect(count((row) => row['Material'] === '')).toBe(5);
    expect(count((row) => row['price'] === '')).toBe(1);
    expect(count((row) => row['title@fr'] === '')).toBe(3);
    expect(count((row) => row['category'].includes('|'))).toBe(6);
    expect(count((row) => row['category'] === '' && row['tags'] === '' && row['collections'] === '')).toBe(1);
    expect(Math.max(...rows.map((row) => row['title'].length))).toBeGreaterThan(100);
  });

  it('are cheaper now than before wherever they are reduced', () => {
    const reduced = rows.filter((row) => row['was']);
    expect(reduced.length).toBeGreaterThan(30);
    for (const row of reduced) expect(Number(row['was'])).toBeGreaterThan(Number(row['price']));
  });
});

describe('the demo’s pictures', () => {
  const kinds = Object.keys(DRAWINGS) as Kind[];
  const subject = (kind: Kind) => ({ kind, material: 'copper', colour: '#c97f4d', trim: 'walnut', scale: 1 });

  it('can be drawn and rendered for every kind, in two views that differ', async () => {
    for (const kind of kinds) {
      const views = [drawPicture(subject(kind), 1), drawPicture(subject(kind), 2)];
      expect(views[0], kind).not.toBe(views[1]);
      for (const svg of views) {
        expect(svg, kind).not.toMatch(/NaN|undefined|Infinity/);
        const { width, height } = await sharp(Buffer.from(svg)).metadata();
        expect([width, height], kind).toEqual([960, 1080]);
      }
    }
  });

  it('are of another shape for two of them, as real ones are', async () => {
    const cuts = products.flatMap(({ picture }) => (picture.cut ? [picture] : []));
    expect(cuts.map(({ cut }) => cut).sort()).toEqual(['tall', 'wide']);
    for (const picture of cuts) {
      const { width, height } = await sharp(Buffer.from(drawPicture(picture, 1))).metadata();
      expect(width).toBe(960);
      expect(height / width)[picture.cut === 'tall' ? 'toBeGreaterThan' : 'toBeLessThan'](
        picture.cut === 'tall' ? 1.5 : 0.7,
      );
    }
  });

  it('show the thing and not an empty ground', async () => {
    for (const kind of kinds) {
      const { channels } = await sharp(Buffer.from(drawPicture(subject(kind), 1)))
        .removeAlpha()
        .stats();
      expect(Math.max(...channels.map(({ stdev }) => stdev)), kind).toBeGreaterThan(6);
    }
    // Each kind is drawn in full size, which a busy machine takes its time for.
  }, 120_000);

  it('differ by material and colour', () => {
    const pictures = Object.keys(MATERIALS).map((material) =>
      drawPicture({ ...subject('mug'), material }, 1),
    );
    expect(new Set(pictures).size).toBeGreaterThan(8);
    expect(skinOf('stoneware', '#336699').mid).toBe('#336699');
    expect(skinOf('copper', '#336699').mid).not.toBe('#336699');
  });

  it('mix colours channel by channel', () => {
    expect(mix('#000000', '#ffffff', 0.5)).toBe('#808080');
    expect(mix('#102030', '#ffffff', 0)).toBe('#102030');
  });
});

describe('Random', () => {
  it('gives the same numbers for the same seed, within its bounds', () => {
    const [a, b] = [new Random(5), new Random(5)];
    for (let n = 0; n < 200; n++) {
      const value = a.whole(3, 9);
      expect(b.whole(3, 9)).toBe(value);
      expect(value).toBeGreaterThanOrEqual(3);
      expect(value).toBeLessThanOrEqual(9);
    }
    expect(new Random(1).some([1, 2, 3, 4], 3)).toHaveLength(3);
    expect(new Random(1).some([1, 2], 5)).toEqual([1, 2]);
  });
});
