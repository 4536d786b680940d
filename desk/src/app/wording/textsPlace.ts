/** Where the name and the description of an aisle are written. */
export function textsPlace(key: string): { link: string[]; params?: Record<string, string> } {
  const [kind, id] = key.split(':');
  switch (kind) {
    case 'front':
      return { link: ['/shop-settings'] };
    case 'collection':
      return { link: ['/collections', id] };
    case 'page':
      return { link: ['/pages', id] };
    default:
      return { link: ['/floor'], params: { why: key, words: '1' } };
  }
}
