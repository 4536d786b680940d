import sharp from 'sharp';
import { select } from '../../database/rows';
import { describePicture, replacePicture } from '../../picture/library';
import type { Year } from './yearServices';
import { ALTS, SMALL_PICTURES } from './surroundings';

const SMALL = 220;

/** Some pictures are described; some came too small, as they do. */
export async function livePictures(
  { sequelize, pictures }: Pick<Year, 'sequelize' | 'pictures'>,
  by: number,
): Promise<void> {
  const there = await select<{ source: string; hash: string }>(
    sequelize,
    'SELECT source, hash FROM pictures WHERE source IN (?)',
    [[...Object.keys(ALTS), ...SMALL_PICTURES]],
  );
  for (const { source, hash } of there) {
    if (Object.hasOwn(ALTS, source)) {
      await describePicture(sequelize, { source, alts: ALTS[source], focus: null }, by);
      continue;
    }
    const original = await pictures.original(hash);
    if (!original) continue;
    const small = await pictures.keep(await sharp(original).resize(SMALL).png().toBuffer());
    await replacePicture(sequelize, pictures, { source, hash: small }, by);
  }
}
