import type { RangeNames } from '@fond/core';

/** A shop with the category Pans, the tag Gifts, and attributes of both kinds. */
export const names: RangeNames = {
  category: (id) => (id === 2 ? 'Pans' : null),
  collection: () => null,
  tag: (id) => (id === 4 ? 'Gifts' : null),
  attribute: (key) =>
    key === 'diameter'
      ? { label: 'Diameter', unit: 'cm', numeric: true, value: (value) => value }
      : key === 'material'
        ? { label: 'Material', unit: null, numeric: false, value: (value) => value.replace('-', ' ') }
        : null,
  range: () => null,
  blend: () => null,
  language: (lang) => lang,
};
