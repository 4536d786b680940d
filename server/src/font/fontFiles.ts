import { createFontStack } from '@capsizecss/core';
import arial from '@capsizecss/metrics/arial';
import courier from '@capsizecss/metrics/courierNew';
import georgia from '@capsizecss/metrics/georgia';
import type { Request, Response } from 'express';
import type { OwnFont } from '@fond/contract';
import { problem } from '../problem/problem';
import { fontOf, subsetOf } from './fonts';
import { scriptsOf } from './letters';
import type { FontFacts } from '../database/fontFacts';

const NEAR: Readonly<Record<OwnFont['near'], { metrics: typeof arial }>> = {
  sans: { metrics: arial },
  serif: { metrics: georgia },
  mono: { metrics: courier },
};

/**
 * A font for the shop's pages, and beside it one that most devices have, drawn as large. A font that is late is left for
 * the next page, so that nothing moves even where a device lacks that one.
 *
 * @param atOnce Shows it whenever it comes: in the desk's window, where somebody waits to see it.
 */
export function fontCss(id: string, facts: FontFacts, scripts: readonly string[], atOnce = false): string {
  const { weights, italic, near, metrics } = facts;
  const fallback = NEAR[near].metrics;
  const { fontFaces } = createFontStack([{ ...metrics, familyName: id }, fallback]);
  const matched = fontFaces.replace(/font-family:[^;]+;/, `font-family: "${id}-near";`);
  const weight = weights.from === weights.to ? String(weights.from) : `${weights.from} ${weights.to}`;
  return `@font-face {
  font-family: "${id}";
  src: url("/shop/fonts/own/${id}.woff2?letters=${scripts.join('-')}") format("woff2");
  font-weight: ${weight};
  font-style: ${italic ? 'italic' : 'normal'};
  font-display: ${atOnce ? 'swap' : 'optional'};
}
${matched}`;
}

/** Serves `/shop/fonts/own/ID.css` and `/shop/fonts/own/ID.woff2`. */
export async function sendFont(
  request: Request<{ name: string }>,
  response: Response,
  languages: readonly string[],
): Promise<void> {
  const found = /^(.+)\.(css|woff2)$/.exec(request.params.name);
  const font = found && (await fontOf(found[1]));
  if (!font) throw problem('not-found', 'The shop has no such font.');
  const scripts = scriptsOf(languages);
  if (found[2] === 'css') {
    // What it names changes with the shop's languages, and the file's address with it.
    response
      .set('Cache-Control', 'public, max-age=300')
      .type('css')
      .send(fontCss(font.id, font.facts, scripts, request.query['shown'] === 'at-once'));
    return;
  }
  const subset = await subsetOf(font.id, font.content, scripts);
  const lasting = request.query['letters'] === scripts.join('-');
  response
    .set('Cache-Control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache')
    .type('font/woff2')
    .send(subset);
}
