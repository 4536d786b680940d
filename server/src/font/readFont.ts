import { fromBuffer } from '@capsizecss/unpack';
import { create, type Font } from 'fontkit';
import type { OwnFont } from '@fond/contract';
import type { FontFacts } from '../database/fontFacts';
import { problem } from '../problem/problem';

const refuse = (message: string): Error =>
  problem('bad-input', 'Nothing was kept.', [{ path: 'file', message }]);

/** Bit of OS/2 `fsType` by which a font forbids to be embedded at all (OpenType 1.9, OS/2). */
const RESTRICTED = 0x0002;
/** Up to this one PANOSE’s kinds of letters have feet: cove to triangle. */
const SERIFS_TO = 10;
/** Strokes of a bar's outline, with its beginning and its end. */
const BAR = 7;
const PANOSE_MONOSPACED = 9;

/** Letters that any shop needs: a font without them is one of signs. */
const NEEDED = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,';

/** The tables of a font that fontkit gives without types. */
interface Tables {
  'OS/2'?: { usWeightClass: number; fsType: { noEmbedding?: boolean } | number; panose: number[] };
  post?: { isFixedPitch: number };
}

/**
 * Reads a WOFF2 file as a font; what is none, is damaged, forbids to be used so, or lacks plain letters is refused.
 *
 * @param called As whoever is refused calls the file.
 */
export async function readFont(called: string, content: Buffer): Promise<{ name: string; facts: FontFacts }> {
  if (content.toString('latin1', 0, 4) !== 'wOF2') throw refuse(`“${called}” is no WOFF2 file`);
  let font: Font;
  let metrics: Awaited<ReturnType<typeof fromBuffer>>;
  try {
    font = create(content) as Font;
    metrics = await fromBuffer(content);
  } catch {
    throw refuse(`“${called}” is damaged or was not sent whole; save it anew and try again`);
  }
  const tables = font as unknown as Tables;
  if (isRestricted(tables))
    throw refuse(`“${called}” says in itself that it may not be embedded; ask its maker for one for the web`);
  const lacking = Array.from(NEEDED).filter((letter) => !font.hasGlyphForCodePoint(letter.codePointAt(0)!));
  if (lacking.length) throw refuse(`“${called}” has no letters such as ${lacking.slice(0, 5).join(' ')}`);
  const axis = (font.variationAxes as Partial<Font['variationAxes']>).wght;
  const weight = tables['OS/2']?.usWeightClass ?? 400;
  const { ascent, descent, lineGap, unitsPerEm, xWidthAvg } = metrics;
  return {
    name: (font.familyName || called.replace(/\.\w+$/, '')).slice(0, 80),
    facts: {
      weights: axis ? { from: Math.round(axis.min), to: Math.round(axis.max) } : { from: weight, to: weight },
      italic: font.italicAngle !== 0,
      near: nearOf(font),
      metrics: { ascent, descent, lineGap, unitsPerEm, xWidthAvg },
    },
  };
}

function isRestricted(tables: Tables): boolean {
  const type = tables['OS/2']?.fsType;
  return typeof type === 'number' ? (type & RESTRICTED) !== 0 : type?.noEmbedding === true;
}

/** A capital I that is more than a bar has feet: fonts that don't say what they are show it so. */
function nearOf(font: Font): OwnFont['near'] {
  const tables = font as unknown as Tables;
  const [, serif = 0, , proportion] = tables['OS/2']?.panose ?? [];
  if (tables.post?.isFixedPitch || proportion === PANOSE_MONOSPACED) return 'mono';
  if (serif > 1) return serif <= SERIFS_TO ? 'serif' : 'sans';
  const [glyph] = font.glyphsForString('I');
  return glyph.path.commands.length > BAR ? 'serif' : 'sans';
}
