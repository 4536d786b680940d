import postcss, { CssSyntaxError, type AtRule, type Declaration } from 'postcss';

/** Rules that only choose when others hold. */
const AT_RULES: readonly string[] = ['media', 'supports', 'container'];

function faultOfRule({ name }: AtRule): string | null {
  if (AT_RULES.includes(name.toLowerCase())) return null;
  return `“@${name}” reaches beyond the plan’s page; use @media, @supports and @container only`;
}

/** Where something may stand without leaving the page's flow of content behind. */
const POSITIONS: readonly string[] = ['static', 'relative', 'absolute', 'sticky', 'inherit', 'initial'];

function faultOfDeclaration({ prop, value }: Declaration): string | null {
  // What is quoted is printed, not obeyed.
  const said = value
    .replace(/"[^"]*"|'[^']*'/g, '""')
    .toLowerCase()
    .trim();
  if (said.includes('\\') || prop.includes('\\')) return 'writes a name with escapes, which can’t be checked';
  if (/url\s*\(|image-set\s*\(|src\s*\(/.test(said))
    return 'fetches something from elsewhere; pictures stand in fixtures';
  if (/expression\s*\(/.test(said) || /^(behavior|-moz-binding)$/i.test(prop)) return 'runs code';
  // Named values too: what a variable holds isn't known here.
  if (prop.toLowerCase() === 'position' && !POSITIONS.includes(said))
    return `“position: ${value}” may lay it over the whole window; use sticky`;
  return null;
}

/** What is wrong with a plan's own CSS, by line; nothing where it may stand. */
export function cssFaults(css: string): { line: number; message: string }[] {
  if (/<\/?style/i.test(css)) return [{ line: 1, message: 'is CSS alone; leave the <style> mark out' }];
  try {
    const faults: { line: number; message: string }[] = [];
    postcss.parse(css).walk((node) => {
      const message =
        node.type === 'atrule' ? faultOfRule(node) : node.type === 'decl' ? faultOfDeclaration(node) : null;
      if (message) faults.push({ line: node.source?.start?.line ?? 1, message });
    });
    return faults;
  } catch (error) {
    if (error instanceof CssSyntaxError) return [{ line: error.line ?? 1, message: error.reason }];
    throw error;
  }
}
