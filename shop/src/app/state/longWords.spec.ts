// @vitest-environment jsdom
import { describe, expect, it, vi } from 'vitest';
import { LongWords, lengthened } from './longWords';

describe('longer words', () => {
  it('are what a page would say in another language, in any script', () => {
    expect(lengthened('Frying pan, 28 cm')).toBe('Fryingfry pan, 28 cm');
    expect(lengthened('Crêpe Ölkännchen')).toBe('Crêpecrê Ölkännchenölkän');
  });

  it('follow what the page writes, and go again', async () => {
    const root = document.createElement('div');
    root.innerHTML = '<p>Kettles</p><p>Of</p>';
    const words = new LongWords(root);
    words.set(true);
    expect(root.textContent).toBe('KettleskettOf');
    root.firstElementChild!.firstChild!.nodeValue = 'Teapots';
    await vi.waitFor(() => expect(root.textContent).toBe('TeapotsteapOf'));
    words.set(false);
    expect(root.textContent).toBe('TeapotsOf');
  });
});
