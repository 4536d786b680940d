/** Words with fields in braces, taken apart: the words before each field, and those behind the last. */
const FIELD = /\{([^{}]*)\}/g;

/** The fields that a pattern names, each once, in their order. */
export const fieldsOf = (pattern: string): string[] => [
  ...new Set([...pattern.matchAll(FIELD)].map(([, field]) => field.trim())),
];

/** Whether braces stand otherwise than around a field. */
export const isBrokenPattern = (pattern: string): boolean =>
  /[{}]/.test(pattern.replace(/\{[^{}\s][^{}]*\}/g, ''));

/**
 * A pattern such as `{title} · {material}` with its fields filled in. Words between two fields stand only where both have
 * something to part: of a product without material, “Kettle” is left, not “Kettle · ”.
 *
 * @param valueOf What a field stands for; empty for nothing.
 * @returns empty where no field had anything.
 */
export function fillPattern(pattern: string, valueOf: (field: string) => string): string {
  const pieces = pattern.split(FIELD);
  let said = pieces[0];
  let any = false;
  let between = '';
  for (let at = 1; at < pieces.length; at += 2) {
    const value = valueOf(pieces[at].trim());
    if (value) said += (any ? between : '') + value;
    any ||= Boolean(value);
    between = pieces[at + 1];
  }
  return any ? (said + between).trim() : '';
}
