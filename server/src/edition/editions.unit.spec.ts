import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK, AISLE_RANGE, type Plan, USUAL_BADGES, USUAL_PRODUCT_PAGE } from '@fond/core';
import { contentHash } from './editions';
import { canonicalJson } from '../text/canonicalJson';

const plan = (id: string, name = id): Plan => ({
  id,
  name,
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: [],
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});

describe('the content hash of an edition', () => {
  it('depends on what the plans say, not on how they are ordered or written', () => {
    const a = plan('a');
    const shuffled = {
      productPage: a.productPage,
      look: a.look,
      badges: a.badges,
      css: a.css,
      kind: a.kind,
      rank: a.rank,
      fixtures: a.fixtures,
      reach: a.reach,
      name: a.name,
      id: a.id,
    };
    expect(contentHash({ documents: [plan('b'), shuffled], ranges: [], blends: [] })).toBe(
      contentHash({ documents: [a, plan('b')], ranges: [], blends: [] }),
    );
    expect(contentHash({ documents: [plan('a', 'Other')], ranges: [], blends: [] })).not.toBe(
      contentHash({ documents: [a], ranges: [], blends: [] }),
    );
    const offers = { id: 'offers', name: 'Offers', rule: AISLE_RANGE };
    expect(contentHash({ documents: [a], ranges: [offers], blends: [] })).not.toBe(
      contentHash({ documents: [a], ranges: [], blends: [] }),
    );
  });
});

describe('canonicalJson', () => {
  it('writes equal values alike and reads back the same', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (value) => {
        const reversed = Object.fromEntries(Object.entries(value).reverse());
        expect(canonicalJson(reversed)).toBe(canonicalJson(value));
        expect(JSON.parse(canonicalJson(value))).toEqual(JSON.parse(JSON.stringify(value)));
      }),
    );
  });
});
