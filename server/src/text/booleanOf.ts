/** Yes or no as product files write it; null for anything else. */
export function booleanOf(text: string): boolean | null {
  if (/^(yes|true|1)$/i.test(text)) return true;
  return /^(no|false|0)$/i.test(text) ? false : null;
}
