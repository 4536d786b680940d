/** Stands in the page that says that nothing is at an address, where what the address seems to have meant goes. */
export const SOUGHT_MARK = '__SOUGHT__';

const MOST_LETTERS = 60;

/** What an address at which nothing stands seems to have meant: the last of its words. Plain enough for HTML and JSON. */
export function soughtIn(url: string): string {
  const [path] = url.split(/[?#]/);
  const last = path.replace(/\/+$/, '').split('/').at(-1) ?? '';
  return decoded(last)
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, ' ')
    .trim()
    .slice(0, MOST_LETTERS);
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return '';
  }
}
