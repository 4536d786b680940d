/** Small letters without accents, so that “poele” finds “Poêle”. */
export const fold = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
