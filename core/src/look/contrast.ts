/** Relative luminance of a CSS colour `#rrggbb`, 0 for black to 1 for white (WCAG 2.2, definition of relative luminance). */
export function luminanceOf(colour: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const channel = parseInt(colour.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** Contrast of two colours, 1 to 21; WCAG 2.2 asks for 4.5 between words and their ground. */
export function contrastOf(one: string, other: string): number {
  const [light, dark] = [luminanceOf(one), luminanceOf(other)].sort((a, b) => b - a);
  return (light + 0.05) / (dark + 0.05);
}

export const MIN_CONTRAST = 4.5;

/** A colour `#rrggbb` laid over another one, as browsers mix them. @param opacity 0 to 1. */
export function laidOver(colour: string, below: string, opacity: number): string {
  const mixed = [1, 3, 5].map((at) => {
    const [above, under] = [colour, below].map((one) => parseInt(one.slice(at, at + 2), 16));
    return Math.round(above * opacity + under * (1 - opacity))
      .toString(16)
      .padStart(2, '0');
  });
  return `#${mixed.join('')}`;
}

/**
 * The least contrast of words on a colour that lies over a picture, whatever the picture shows there, 1 to 21.
 *
 * @param opacity Of the colour, 0 to 1.
 */
export function leastContrastOver(words: string, colour: string, opacity: number): number {
  const ends = ['#000000', '#ffffff'].map((picture) => laidOver(colour, picture, opacity));
  const [dark, light] = ends.map(luminanceOf);
  const own = luminanceOf(words);
  // Between the two ends there is a picture on which the words can't be seen at all.
  if (own >= dark && own <= light) return 1;
  return Math.min(...ends.map((ground) => contrastOf(words, ground)));
}
