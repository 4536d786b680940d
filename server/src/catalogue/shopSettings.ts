import type { Texts } from '@fond/core';

/** What a shop calls itself and the languages it speaks. */
export interface ShopSettings {
  languages: readonly string[];
  titles: Texts;
  descriptions: Texts;
}

const UNNAMED: ShopSettings = { languages: ['en'], titles: { en: 'Shop' }, descriptions: {} };

type Read = <T extends object>(sql: string) => Promise<T[]>;

export async function shopSettings(read: Read): Promise<ShopSettings> {
  const [row] = await read<{ value: ShopSettings }>("SELECT value FROM settings WHERE name = 'shop'");
  return row?.value ?? UNNAMED;
}
