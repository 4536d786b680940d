import type { FreePageInput } from '@fond/contract';
import type { Redirect } from '@fond/core';

/** Pages with an address of their own: one that shoppers see, one that is made ready. */
export const PAGES: readonly FreePageInput[] = [
  {
    path: '/under-the-tree',
    titles: { en: 'Under the tree', fr: 'Sous le sapin' },
    descriptions: {
      en: '<p>What people ask for when they are asked what they wish for.</p>',
      fr: '<p>Ce que l’on demande quand on nous demande ce que l’on veut.</p>',
    },
    standsFor: null,
    open: true,
  },
  {
    path: '/spring-table',
    titles: { en: 'The spring table', fr: 'La table de printemps' },
    descriptions: { en: '<p>To be filled in February.</p>', fr: '' },
    standsFor: null,
    open: false,
  },
];

/** Addresses that the shop had before, and one that is gone for good. */
export const REDIRECTS: readonly Redirect[] = [
  { from: '/pans', to: '/cookware/pans', code: 301 },
  { from: '/knives', to: '/knives-and-boards/knives', code: 301 },
  { from: '/gifts-under-20', to: '/collections/under-20', code: 301 },
  { from: '/summer-2025', to: '/tags/picnic', code: 302 },
  { from: '/gift-cards', to: null, code: 410 },
];

/** Who works at the shop besides its owner. */
export const PEOPLE = [
  { name: 'Theo Lark', email: 'theo.lark@pellmere.example', role: 'publisher' },
  { name: 'Mara Quill', email: 'mara.quill@pellmere.example', role: 'merchandiser' },
  { name: 'Jonas Reed', email: 'jonas.reed@pellmere.example', role: 'viewer' },
] as const;

/** What products show in words, by the picture's name. */
export const ALTS: Readonly<Record<string, { en: string; fr: string }>> = {
  'PK-1017-1.svg': {
    en: 'A dark frying pan with a long handle, seen from the side',
    fr: 'Une poêle sombre à long manche, vue de côté',
  },
  'PK-1017-2.svg': {
    en: 'The same pan from above, its inside pre-seasoned',
    fr: 'La même poêle vue de dessus, culottée à l’intérieur',
  },
};

/** Pictures that came too small, and nobody has noticed. */
export const SMALL_PICTURES: readonly string[] = ['PK-1003-1.svg', 'PK-1102-1.svg', 'PK-1203-1.svg'];
