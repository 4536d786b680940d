import { LRUCache } from 'lru-cache';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { RequestHandler } from 'express';
import { BREAKPOINT_BOUNDS, BREAKPOINTS, type Breakpoints } from '@fond/core';
import { problem } from '../problem/problem';

const SHEET = /^styles-[A-Z0-9]+\.css$/;
const MAX_KEPT = 50;

/** Breakpoints as a look's page asks for them: `700-1100`. */
function readWidths(text: string): Breakpoints | null {
  const found = /^(\d{3,4})-(\d{3,4})$/.exec(text);
  if (!found) return null;
  const [medium, wide] = [Number(found[1]), Number(found[2])];
  const within = (value: number, { least, most }: { least: number; most: number }): boolean =>
    value >= least && value <= most;
  return within(medium, BREAKPOINT_BOUNDS.medium) && within(wide, BREAKPOINT_BOUNDS.wide)
    ? { medium, wide }
    : null;
}

/** A style sheet whose pages change at other widths: in its media queries, and nowhere else. */
export const withBreakpoints = (css: string, { medium, wide }: Breakpoints): string =>
  css.replace(/@media[^{]+\{/g, (query) =>
    query.replace(/(\d+)px/g, (length, digits: string) => {
      switch (Number(digits)) {
        case BREAKPOINTS.medium:
          return `${medium}px`;
        case BREAKPOINTS.medium - 1:
          return `${medium - 1}px`;
        case BREAKPOINTS.wide:
          return `${wide}px`;
        case BREAKPOINTS.wide - 1:
          return `${wide - 1}px`;
        default:
          return length;
      }
    }),
  );

/** Serves the shop's style sheet for looks that have widths of their own; any other request is passed on. */
export function styleSheets(folder: string): RequestHandler {
  const kept = new LRUCache<string, string>({ max: MAX_KEPT });
  return async (request, response, next) => {
    const name = request.path.slice(1);
    const { widths } = request.query;
    if (typeof widths !== 'string' || !SHEET.test(name)) {
      next();
      return;
    }
    const asked = readWidths(widths);
    if (!asked) throw problem('not-found', 'The style sheet has no such widths.');
    const key = `${name} ${widths}`;
    let css = kept.get(key);
    if (css === undefined) {
      const sheet = await readFile(path.join(folder, name), 'utf8').catch(() => null);
      if (sheet === null) throw problem('not-found', 'There is no such style sheet.');
      css = withBreakpoints(sheet, asked);
      kept.set(key, css);
    }
    response.set('Cache-Control', 'public, max-age=31536000, immutable').type('css').send(css);
  };
}
