import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshot';
import { FRAME, NOW, product } from '../testing/catalogues';
import { composeMissing, composeProduct } from './composeProduct';

const snapshot = snapshotOf(FRAME, [
  product(1, {
    slug: 'copper-pan',
    titles: { en: 'Copper pan', fr: 'Poêle en cuivre' },
    descriptions: { en: '<p>Answers the flame.</p>' },
    categories: [3],
    tags: [2],
    was: 2000,
    stock: 2,
    rating: 4.5,
    ratings: 8,
    attributes: { diameter: 24.5, 'oven-safe': true },
    images: [
      { hash: 'a'.repeat(32), width: 960, height: 1080 },
      { hash: null, width: 0, height: 0 },
    ],
  }),
  product(2, { slug: 'lost', categories: [], price: null, created: 0 }),
]);
const ask = (slug: string, lang?: string) => composeProduct(snapshot, 7, slug, lang, NOW);

describe('a product page', () => {
  it('has the way that leads to it, its tags, its values and only the pictures that are there', () => {
    const page = ask('copper-pan', 'fr')!;
    expect(page.title).toBe('Poêle en cuivre');
    expect(page.trail.map(({ href }) => href)).toEqual([
      '/?lang=fr',
      '/cookware?lang=fr',
      '/cookware/pans?lang=fr',
      '/cookware/pans/crepe-pans?lang=fr',
    ]);
    expect(page.tags).toEqual([{ title: 'Handmade', href: '/tags/handmade?lang=fr' }]);
    expect(page.attributes.map(({ label, text }) => `${label}: ${text.replaceAll('\u00a0', ' ')}`)).toEqual([
      'Diamètre: 24,5 cm',
      'Oven-safe: Oui',
    ]);
    expect(page.images).toHaveLength(1);
    expect(page.stock).toEqual({ text: 'Plus que 2', state: 'low' });
  });

  it('tells search engines its title, its words and its one address', () => {
    expect(ask('copper-pan')!.frame.meta).toEqual({
      title: 'Copper pan · Test shop',
      description: 'Answers the flame.',
      canonical: '/products/copper-pan',
      robots: 'index,follow',
    });
  });

  it('stands also for a product that is in no category and has no price', () => {
    expect(ask('lost')).toMatchObject({ price: null, rating: null, trail: [{ href: '/' }], badges: [] });
  });

  it('is not there for an unknown slug, and the page that says so keeps out of search engines', () => {
    expect(ask('gone')).toBeNull();
    const missing = composeMissing(snapshot, 7, 'fr');
    expect(missing.frame.meta.robots).toBe('noindex,follow');
    expect(missing.frame.navigation.map(({ title }) => title)).toEqual(['Cuisson']);
  });
});
