import { describe, expect, it } from 'vitest';
import { borrowed } from './planTexts';

describe('a text of a plan', () => {
  it('is borrowed where a page has none in its own language, and another of the shop’s has', () => {
    expect(borrowed({ en: 'Sale' }, 'fr', ['en', 'fr'])).toBe(true);
    expect(borrowed({ en: 'Sale', fr: 'Soldes' }, 'fr', ['en', 'fr'])).toBe(false);
    expect(borrowed({ en: '', fr: '' }, 'fr', ['en', 'fr'])).toBe(false);
    expect(borrowed({ en: '−{saving} %' }, 'fr', ['en', 'fr']), 'it has no words').toBe(false);
    expect(borrowed({ de: 'Angebot' }, 'fr', ['en', 'fr']), 'the shop does not speak it').toBe(false);
  });
});
