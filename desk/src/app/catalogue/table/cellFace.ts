import type { ProductColumn } from '@fond/contract';

/** What stands in a cell to be read; what is written is the cell's own text. */
export function cellFace({ kind, unit }: Pick<ProductColumn, 'kind' | 'unit'>, text: string): string {
  if (!text) return '';
  switch (kind) {
    case 'list':
      return text.split('|').join(', ');
    case 'paths':
      return text
        .split('|')
        .map((path) => path.split(' > ').at(-1))
        .join(', ');
    case 'pictures': {
      const count = text.split('|').length;
      return count === 1 ? '1 picture' : `${count} pictures`;
    }
    case 'html':
      return text
        .replace(/<[^>]*>/g, ' ')
        .replace(/&(amp|lt|gt|quot|#39|nbsp);/g, (_, name: string) => SIGNS[name])
        .replace(/\s+/g, ' ')
        .trim();
    case 'number':
      return unit ? `${text} ${unit}` : text;
    case 'time':
      return text.replace('T', ' ').replace(/(:00)?(\.\d+)?Z$/, '');
    case 'standing':
      return STANDING_WORDS[text as keyof typeof STANDING_WORDS] ?? text;
    default:
      return text;
  }
}

const SIGNS: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  '#39': '’',
  nbsp: ' ',
};

export const STANDING_WORDS = { live: 'in the shop', draft: 'draft', aside: 'put aside' } as const;

/** Kinds whose cells are changed on the product's own sheet. */
export const ON_SHEET: readonly ProductColumn['kind'][] = ['html', 'pictures'];
