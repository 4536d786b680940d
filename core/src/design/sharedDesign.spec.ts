import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { ownThingsIn, withoutThings } from './sharedDesign';

const FONT = 'own-marlow-sans-1a2b3c4d' as const;
const picture = (hash: string) => ({ kind: 'kept', hash, width: 4, height: 3, alt: { en: 'Own-made' } });
const content = {
  page: [
    { type: 'banner', picture: picture('aa'), others: { narrow: picture('bb') }, heading: { en: 'own-' } },
  ],
  badges: { rules: [{ picture: { hash: 'cc', width: 1, height: 1, alone: false } }] },
  look: { ...USUAL_LOOK, type: { ...USUAL_LOOK.type, names: { ...USUAL_LOOK.type.names, font: FONT } } },
};

describe('what a starting point has of its shop', () => {
  it('is its uploaded pictures, wherever they are, and its fonts', () => {
    const { pictures, fonts } = ownThingsIn(content);
    expect([...pictures]).toEqual(['aa', 'bb', 'cc']);
    expect([...fonts]).toEqual([FONT]);
  });

  it('is left out where another shop lacks it, and only that', () => {
    const shared = withoutThings(content, { pictures: new Set(['bb', 'cc']), fonts: new Set([FONT]) });
    expect(shared.page[0]).toMatchObject({ picture: picture('aa'), others: { narrow: null } });
    expect(shared.badges.rules[0].picture).toBeNull();
    expect(shared.look.type.names.font).toBe('work-sans');
    expect(withoutThings(content, { pictures: new Set(), fonts: new Set() })).toEqual(content);
  });
});
