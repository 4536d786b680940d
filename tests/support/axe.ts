import axe from 'axe-core';
import type { Page } from 'puppeteer-core';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What opens above a page stands outside its landmarks, as the library that opens it has it. */
export const ABOVE_THE_PAGE = ['region'];

/**
 * What axe finds wrong with a page: by the rules of WCAG 2.2 A and AA and by good practice, and names that don't hold the
 * words that are seen. Frames are pages of their own.
 */
export async function violations(page: Page, except: readonly string[] = []): Promise<string[]> {
  await page.evaluate(axe.source);
  const off = Object.fromEntries(except.map((rule) => [rule, { enabled: false }]));
  return page.evaluate(
    async (tags, unasked) => {
      const run = (window as unknown as { axe: typeof axe }).axe;
      // The two handles of a slider overlap; the same is typed in the fields below it, which the rule of sizes allows.
      const { violations: found } = await run.run({ exclude: ['input[type="range"]'] }, {
        runOnly: tags,
        rules: { 'label-content-name-mismatch': { enabled: true }, ...unasked },
        iframes: false,
      } as Parameters<typeof axe.run>[1]);
      return found.flatMap(({ id, nodes }) =>
        nodes.map(({ target, html }) => `${id}: ${target.join(' ')} ${html.slice(0, 120)}`),
      );
    },
    RULES,
    off,
  );
}
