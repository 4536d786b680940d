import {
  LATELY,
  listWords,
  type BlendBasis,
  type BlendFactor,
  type BlendFigure,
  type RangeNames,
} from '@fond/core';

/** A figure, then what leads: the most of it, and the least. */
const FIGURES: Readonly<Record<BlendFigure, readonly [string, string, string]>> = {
  sold: ['units sold', 'most bought', 'least bought'],
  'sold-lately': [`units sold in ${LATELY} days`, 'most bought', 'least bought'],
  views: [`views in ${LATELY} days`, 'most seen', 'least seen'],
  'sold-per-view': ['units sold per view', 'most per view', 'least per view'],
  seen: ['times seen in the shop', 'most often seen', 'least often seen'],
  clicked: ['clicks for being seen', 'most clicked', 'least clicked'],
  earned: ['revenue for being seen', 'earning most', 'earning least'],
  rating: ['rating', 'best rated', 'worst rated'],
  margin: ['margin', 'largest margin', 'smallest margin'],
  stock: ['stock', 'most in stock', 'least in stock'],
  saving: ['saving', 'largest saving', 'smallest saving'],
  price: ['price', 'dearest', 'cheapest'],
  featured: ['featured', 'featured', 'not featured'],
};

/** What a factor looks at, as a name. */
export function basisWords(basis: BlendBasis, names: RangeNames): string {
  switch (basis.kind) {
    case 'newness':
      return 'newness';
    case 'figure':
      return FIGURES[basis.figure][0];
    case 'number':
      return names.attribute(basis.attribute)?.label.toLowerCase() ?? 'an attribute that is gone';
    case 'values': {
      const attribute = names.attribute(basis.attribute);
      if (!attribute) return 'an attribute that is gone';
      return `${attribute.label.toLowerCase()} ${listWords(basis.values.map(attribute.value), 'or')}`;
    }
  }
}

/** What leads, in the usual direction and turned round. */
export function leadWords(basis: BlendBasis): readonly [string, string] {
  switch (basis.kind) {
    case 'newness':
      return ['the newest', 'the oldest'];
    case 'figure':
      return [FIGURES[basis.figure][1], FIGURES[basis.figure][2]];
    case 'number':
      return ['the largest', 'the smallest'];
    case 'values':
      return ['with one of them', 'with none of them'];
  }
}

/** A number as people read it in the unit of what it looks at. */
export function basisNumber(basis: BlendBasis, number: number | null, names: RangeNames): string {
  if (number === null) return 'no value';
  const written = number.toLocaleString('en', { maximumFractionDigits: 3 });
  switch (basis.kind) {
    case 'newness':
      return number === 0 ? 'today' : number === 1 ? 'a day ago' : `${written} days ago`;
    case 'values':
      return number ? 'yes' : 'no';
    case 'number': {
      const unit = names.attribute(basis.attribute)?.unit;
      return unit ? `${written} ${unit}` : written;
    }
    case 'figure':
      if (basis.figure === 'saving' || basis.figure === 'clicked') return `${written} %`;
      return basis.figure === 'featured' ? (number ? 'yes' : 'no') : written;
  }
}

/** A blend as a sentence: what it weighs, the heaviest first. */
export function blendWords(factors: readonly BlendFactor[], names: RangeNames): string {
  const counted = factors.filter(({ weight }) => weight > 0);
  const total = counted.reduce((sum, { weight }) => sum + weight, 0);
  if (!total) return 'weighs nothing yet';
  return listWords(
    [...counted]
      .sort((a, b) => b.weight - a.weight)
      .map(({ basis, weight, reversed }) => {
        const share = Math.round((100 * weight) / total);
        return `${share} % ${basisWords(basis, names)}${reversed ? ` (${leadWords(basis)[1]} first)` : ''}`;
      }),
    'and',
  );
}
