declare module 'subset-font' {
  /** The font with the glyphs that these letters need, and no others. */
  export default function subsetFont(
    font: Buffer,
    letters: string,
    options: { targetFormat: 'woff2' | 'truetype' },
  ): Promise<Buffer>;
}
