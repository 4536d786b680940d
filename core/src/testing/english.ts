/** Words that end in “s” and are one thing, or a verb. */
const SINGULAR =
  /^(?:is|was|has|its|this|glass|less|across|always|gas|shows|wins|serves|stands|keeps|takes|holds|does|goes|as|us|news|canvas|address|press|stainless|kiss)$/i;

/**
 * What is wrong with a sentence by itself: a plural behind “1” or “a”, an article that doesn't fit, a word of the program
 * instead of a name, a date as machines write it, a space too many.
 */
export function englishFaults(sentence: string): string[] {
  const faults: string[] = [];
  for (const [found, word] of sentence.matchAll(/(?<![\d.,:–-]|\bto )\b(?:1|one|a|an) ([A-Za-z]+s)\b/g))
    if (!SINGULAR.test(word)) faults.push(`plural: “${found}”`);
  for (const [found] of sentence.matchAll(/\ba (?=[aeio])[a-z]+/gi))
    if (!/^a (?:one|once|eu)/i.test(found)) faults.push(`article: “${found}”`);
  for (const [found] of sentence.matchAll(/\ban (?![aeioh8])[a-z]+/gi)) faults.push(`article: “${found}”`);
  for (const [found] of sentence.matchAll(/\d{4}-\d\d-\d\d/g)) faults.push(`date: “${found}”`);
  for (const [found] of sentence.matchAll(
    /\b(?!kB\b)[a-z]+[A-Z]\w*|\b[a-z]+-\d+\b|undefined|\bnull\b|NaN|\[object/g,
  ))
    faults.push(`of the program: “${found}”`);
  if (/ {2}|^ | $| [,.;:)]|\( /.test(sentence)) faults.push('space');
  if (!sentence) faults.push('nothing said');
  return faults;
}
