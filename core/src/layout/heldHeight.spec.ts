import { describe, expect, it } from 'vitest';
import { FRESH_FRAME } from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import type { Fixture } from '../plan/plan';
import { atAllWidths } from '../width/widths';
import { heldHeight } from './heldHeight';

const words = (letters: number): Fixture => ({
  ...usual('words'),
  type: 'words',
  html: { en: `<p>${'x'.repeat(letters)}</p>`, fr: '<p>court</p>' },
});

describe('the room of what stands among cards of a staggered grid', () => {
  it('is what its settings say, with the gaps between', () => {
    const banner: Fixture = { ...usual('banner'), ...FRESH_FRAME.banner };
    const space: Fixture = { ...usual('space'), type: 'space', height: atAllWidths(40) };
    expect(heldHeight([banner], 300, 'wide')).toBe(320);
    expect(heldHeight([banner], 300, 'narrow')).toBe(200);
    expect(heldHeight([banner, space], 300, 'wide')).toBe(320 + 24 + 40);
    expect(heldHeight([], 300, 'wide')).toBe(0);
  });

  it('grows with its words, in the language that has most of them, on narrower cards', () => {
    const [short, long] = [heldHeight([words(40)], 300, 'wide'), heldHeight([words(400)], 300, 'wide')];
    expect(long).toBeGreaterThan(short);
    expect(heldHeight([words(400)], 150, 'narrow')).toBeGreaterThan(long);
  });

  it('follows the shape of a picture, its own or the one that it is cut to', () => {
    const picture = (ratio: number | null): Fixture => ({
      ...usual('picture'),
      ...FRESH_FRAME.picture,
      picture: { kind: 'kept', hash: 'a'.repeat(32), width: 400, height: 200, alt: {} },
      ratio,
    });
    expect(heldHeight([picture(null)], 300, 'wide')).toBe(150);
    expect(heldHeight([picture(100)], 300, 'wide')).toBe(300);
  });
});
