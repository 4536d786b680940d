/** What HTML says, without its elements. */
export const plainText = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ')
    .trim();

/** Cuts at a word, with an ellipsis, so that at most `most` characters stay. */
export function shorten(text: string, most: number): string {
  if (text.length <= most) return text;
  const cut = text.lastIndexOf(' ', most - 1);
  return `${text.slice(0, cut > most / 2 ? cut : most - 1)}…`;
}
