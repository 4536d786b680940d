import { describe, expect, it } from 'vitest';
import { soughtIn } from './soughtIn';

describe('an address at which nothing stands', () => {
  it('seems to have meant the last of its words', () => {
    expect(soughtIn('/cookware/copper-saucepan/?page=2')).toBe('copper saucepan');
    expect(soughtIn('/po%C3%AAle_24%20cm')).toBe('poêle 24 cm');
    expect(soughtIn('/鍋')).toBe('鍋');
    expect([soughtIn('/'), soughtIn('/%E0%A4%A'), soughtIn('')]).toEqual(['', '', '']);
  });

  it('brings nothing along that could end a text of the page', () => {
    expect(soughtIn('/%22%3E%3Cscript%3Ealert(1)%5C%3C/script')).toBe('script');
    expect(soughtIn('/a%22%3Eb%5C&c')).toBe('a b c');
    expect(soughtIn(`/${'x'.repeat(200)}`)).toHaveLength(60);
  });
});
