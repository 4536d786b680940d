import { BADGE_DESIGNS } from './badgeDesigns';
import { CARD_DESIGNS } from './cardDesigns';
import type { Design } from './design';
import { LOOK_DESIGNS } from './lookDesigns';
import { PAGE_DESIGNS } from './pageDesigns';

/** Every starting point that ships with the product. */
export const DESIGNS: readonly Design[] = [
  ...PAGE_DESIGNS,
  ...CARD_DESIGNS,
  ...BADGE_DESIGNS,
  ...LOOK_DESIGNS,
];
