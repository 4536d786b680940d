import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isPictureName, matchFiles, USUAL_PATTERN } from './archiveNames';

const SKUS = ['PK-1017', 'PK-1018', 'PK_9_2', 'Café-1', 'constructor'];
const told = (files: string[], pattern = USUAL_PATTERN): string[] =>
  matchFiles(files, pattern, SKUS).matches.map(({ file, sku, place }) => `${file}: ${sku} ${place}`);

describe('a file of an archive', () => {
  it('belongs to the product that its name says, at the place it says', () => {
    expect(told(['b/PK-1017_2.jpg', 'PK-1017.png', 'PK-1018_10.webp', 'PK-1018_9.webp'])).toEqual([
      'PK-1017.png: PK-1017 1',
      'b/PK-1017_2.jpg: PK-1017 2',
      'PK-1018_9.webp: PK-1018 9',
      'PK-1018_10.webp: PK-1018 10',
    ]);
  });

  it('is found where an article number looks like a place, or differs in case alone', () => {
    expect(told(['PK_9_2.jpg', 'PK_9_2_3.jpg', 'pk-1017_1.JPG', 'constructor.gif'])).toEqual([
      'pk-1017_1.JPG: PK-1017 1',
      'PK_9_2.jpg: PK_9_2 1',
      'PK_9_2_3.jpg: PK_9_2 3',
      'constructor.gif: constructor 1',
    ]);
  });

  it('is read by any pattern with an article number in it', () => {
    expect(told(['img.PK-1017.front-3.jpg'], 'img.{sku}.front-{n}')).toEqual([
      'img.PK-1017.front-3.jpg: PK-1017 3',
    ]);
    expect(told(['PK-1018 (web).png'], '{sku} (web)')).toEqual(['PK-1018 (web).png: PK-1018 1']);
  });

  it('that no product has is told', () => {
    expect(matchFiles(['toString.jpg', 'PK-1.jpg'], USUAL_PATTERN, SKUS).unmatched).toEqual([
      'toString.jpg',
      'PK-1.jpg',
    ]);
  });

  it('is never lost: each is matched or told', () => {
    const names = fc.array(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 20 });
    fc.assert(
      fc.property(names, fc.string({ maxLength: 6 }), (files, around) => {
        const { matches, unmatched } = matchFiles(files, `${around}{sku}_{n}`, SKUS);
        expect(matches.length + unmatched.length).toBe(files.length);
      }),
    );
  });

  it('is a picture by its name, unless a system left it there', () => {
    expect(['a.JPG', 'x/b.avif', '__MACOSX/._a.jpg', '.a.jpg', 'c.txt', 'd.svg'].map(isPictureName)).toEqual([
      true,
      true,
      false,
      false,
      false,
      false,
    ]);
  });
});
