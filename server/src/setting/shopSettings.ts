import { PLAIN_FACE, type ShopFace, type Texts } from '@fond/core';

/** What a shop calls itself, says around its pages, and the languages it speaks. */
export interface StoredShop extends ShopFace {
  languages: readonly string[];
  titles: Texts;
  descriptions: Texts;
  address: string | null;
}

export const SHOP = 'shop';

const UNNAMED: StoredShop = {
  ...PLAIN_FACE,
  languages: ['en'],
  titles: { en: 'Shop' },
  descriptions: {},
  address: null,
};

type Read = <T extends object>(sql: string) => Promise<T[]>;

export async function shopSettings(read: Read): Promise<StoredShop> {
  const [row] = await read<{ value: Partial<StoredShop> }>(
    `SELECT value FROM settings WHERE name = '${SHOP}'`,
  );
  return { ...UNNAMED, ...row?.value };
}
