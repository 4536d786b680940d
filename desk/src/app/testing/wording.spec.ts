import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

/** Phrases that people stumbled over, with what is said instead. */
const UNWANTED: readonly (readonly [RegExp, instead: string])[] = [
  [/\bhand(?:s|ed)? (?:it |them |all )?back\b/i, 'use the base’s, remove'],
  [/\btwelfths? of\b/i, 'width, of 12'],
  [/\bby shopper\b|\bshopper with number\b/i, 'by a shopper at … %'],
  [/\balone it takes\b/i, 'by itself it keeps … of …'],
  [/\bsource does not hold\b/i, 'not among the products that …'],
  [/\bwith some lifted\b|\bsome sunk\b/i, 'those that … at the front, at the end'],
  [/\bby lot\b/i, 'shuffled daily'],
  [/\bhave (?:it )?back\b/i, 'restore'],
  [/\bcatalogue in\b(?! )/i, 'import products'],
  [/\bshow what is published here\b/i, 'serve as live'],
  [/\bis left out there\b/i, 'is not shown there'],
  [/\bwhich other one\b/i, 'compare with'],
  [/\bare you sure\b/i, 'undo'],
  [/\b(?:please|successfully|oops)\b/i, 'what happened, what is safe, what to do'],
];

const folder = path.join(import.meta.dirname, '..');
const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.(?:ts|html)$/.test(file) && !/\.(?:spec|actions)\.ts$/.test(file),
);

/** What may be seen: templates and strings, without comments and names of the program. */
const shownIn = (file: string): string =>
  readFileSync(path.join(folder, file), 'utf8')
    .replace(/\/\*[\s\S]*?\*\/|<!--[\s\S]*?-->|^\s*\/\/.*$/gm, '')
    .replace(/\s+/g, ' ');

describe('the words of the desk', () => {
  it('are those of a merchandiser', () => {
    expect(files.length).toBeGreaterThan(200);
    const found = files.flatMap((file) => {
      const text = shownIn(file);
      return UNWANTED.flatMap(([phrase, instead]) => {
        const hit = phrase.exec(text);
        return hit ? [`${file}: “${hit[0]}”; say: ${instead}`] : [];
      });
    });
    expect(found).toEqual([]);
  });

  it('give no date as machines write it', () => {
    const found = files.flatMap((file) =>
      [...shownIn(file).matchAll(/\| date: ?['"](?:yyyy-MM-dd|y-MM-dd|short)['"]/g)].map(
        ([hit]) => `${file}: ${hit}`,
      ),
    );
    expect(found).toEqual([]);
  });
});
