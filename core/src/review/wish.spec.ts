import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MAX_REVIEW_TEXT, MAX_REVIEW_TITLE, readReview, reviewFault } from './wish';

const SAID = { stars: '4', title: ' Good  pan ', text: 'Fries evenly.\r\n\r\n\r\n\r\nStill does.' };

describe('what a shopper says of a product', () => {
  it('is kept as plain text, with blanks and empty lines drawn together', () => {
    expect(readReview(SAID)).toEqual({
      stars: 4,
      title: 'Good pan',
      text: 'Fries evenly.\n\nStill does.',
    });
  });

  it('keeps what looks like HTML as the letters that it is', () => {
    const text = '<script>alert(1)</script> is what I wrote';
    expect(readReview({ ...SAID, text }).text).toBe(text);
  });

  it('loses controls and what turns the direction of the page', () => {
    expect(readReview({ ...SAID, text: 'a\u0000b\u202ec\u2066d\u0007 ten letters' }).text).toBe(
      'abcd ten letters',
    );
  });

  it('needs one to five whole stars and a sentence, and no addresses', () => {
    const faultOf = (change: object) => reviewFault(readReview({ ...SAID, ...change }));
    expect(faultOf({})).toBeNull();
    expect(['0', '6', '2.5', '', 'five', undefined, ['5']].map((stars) => faultOf({ stars }))).toEqual(
      Array.from({ length: 7 }, () => 'stars'),
    );
    expect(faultOf({ text: 'Good' })).toBe('text');
    expect(faultOf({ text: 'Look at https://pans.example now' })).toBe('links');
    expect(faultOf({ title: 'www.pans.example' })).toBe('links');
  });

  it('never is longer than fits, whatever was sent', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom('stars', 'title', 'text'), fc.anything()), (fields) => {
        const { title, text, stars } = readReview(fields);
        expect(title.length).toBeLessThanOrEqual(MAX_REVIEW_TITLE);
        expect(text.length).toBeLessThanOrEqual(MAX_REVIEW_TEXT);
        expect([0, 1, 2, 3, 4, 5]).toContain(stars);
      }),
    );
  });
});
