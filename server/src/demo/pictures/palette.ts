/** Three tones of one surface, as #rrggbb. */
export interface Skin {
  light: string;
  mid: string;
  dark: string;
  /** How sharply it mirrors: 0 dull, 1 polished. */
  shine: number;
}

const channel = (hex: string, at: number): number => parseInt(hex.slice(1 + 2 * at, 3 + 2 * at), 16);

/** `share` of `to` mixed into `from`. */
export function mix(from: string, to: string, share: number): string {
  const parts = [0, 1, 2].map((at) => {
    const value = Math.round(channel(from, at) * (1 - share) + channel(to, at) * share);
    return value.toString(16).padStart(2, '0');
  });
  return `#${parts.join('')}`;
}

/** A glazed or lacquered surface of any colour. */
export const coloured = (colour: string, shine = 0.5): Skin => ({
  light: mix(colour, '#ffffff', 0.34),
  mid: colour,
  dark: mix(colour, '#15100c', 0.42),
  shine,
});

export const SKINS: Readonly<Record<string, Skin>> = {
  'stainless steel': { light: '#f4f5f5', mid: '#b4bcc1', dark: '#68737a', shine: 1 },
  aluminium: { light: '#eef0f1', mid: '#c3c8cb', dark: '#858d92', shine: 0.5 },
  'carbon steel': { light: '#8d9398', mid: '#50565b', dark: '#24282b', shine: 0.7 },
  'cast iron': { light: '#5c6063', mid: '#33373a', dark: '#15181a', shine: 0.35 },
  copper: { light: '#f6cfae', mid: '#c97f4d', dark: '#7c4120', shine: 1 },
  brass: { light: '#f4e1a4', mid: '#c9a24a', dark: '#7d5f1d', shine: 0.9 },
  beech: { light: '#efd9b4', mid: '#d5b07d', dark: '#a67c49', shine: 0.15 },
  walnut: { light: '#a97c55', mid: '#7a5536', dark: '#4a311d', shine: 0.15 },
  'olive wood': { light: '#dcbd84', mid: '#b48a4c', dark: '#77552a', shine: 0.2 },
  glass: { light: '#f3f9f8', mid: '#c9dedc', dark: '#86a7a5', shine: 1 },
  tinplate: { light: '#e9ebea', mid: '#b3b9ba', dark: '#757d7f', shine: 0.6 },
};

/** Materials that come in colours. */
const COLOURED: readonly string[] = [
  'enamelled steel',
  'enamelled iron',
  'stoneware',
  'silicone',
  'linen',
  'cotton',
  'porcelain',
];

export function skinOf(material: string, colour: string): Skin {
  if (COLOURED.includes(material)) {
    const shine = material.startsWith('enamelled') ? 0.75 : material === 'porcelain' ? 0.6 : 0.25;
    return coloured(colour, shine);
  }
  return SKINS[material] ?? coloured(colour);
}
