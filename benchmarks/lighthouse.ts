import { pathToFileURL } from 'node:url';
import { TestBrowser } from '../tests/support/browser';
import { peer } from './engine/peer';
import { spreadOf, type Row } from './measure';
import { startApplication } from './server';

/** What is read of a report; see https://github.com/GoogleChrome/lighthouse, types/lhr. */
interface Report {
  categories: Readonly<Record<string, { score: number | null }>>;
  audits: Readonly<Record<string, { numericValue?: number }>>;
}
type Lighthouse = (
  url: string,
  flags: { port: number; output: 'json'; logLevel: 'error' },
) => Promise<{ lhr: Report }>;

/** One run of a page on a machine with other work says little; the median of five is what the makers advise. */
const RUNS = 5;

/** Scores of the shop's pages as a phone on a slow line sees them: Lighthouse's own mobile profile, throttled by it. */
export async function lighthouseRows(folder: string): Promise<Row[]> {
  const { default: lighthouse } = (await import(pathToFileURL(peer.resolve('lighthouse')).href)) as {
    default: Lighthouse;
  };
  const application = await startApplication(folder, true);
  const browser = await TestBrowser.launch(application.url);
  try {
    const listing = (await (
      await fetch(`${application.url}/api/shop/listing?aisle=/cookware&size=1`)
    ).json()) as { items: { slug: string }[] };
    const rows: Row[] = [];
    for (const [name, path] of [
      ['front', '/shop'],
      ['aisle', '/shop/cookware'],
      ['product', `/shop/products/${listing.items[0].slug}`],
    ]) {
      const url = application.url + path;
      // What is measured is a page that others have asked for, as all but the first shopper do.
      await fetch(url);
      const reports: Report[] = [];
      for (let run = 0; run < RUNS; run++)
        reports.push((await lighthouse(url, { port: browser.port, output: 'json', logLevel: 'error' })).lhr);
      const score = (category: string): number =>
        Math.round(100 * spreadOf(reports.map(({ categories }) => categories[category].score ?? 0)).median);
      const blocking = spreadOf(
        reports.map(({ audits }) => audits['total-blocking-time'].numericValue ?? Infinity),
      ).median;
      const [performance, ...others] = ['performance', 'accessibility', 'best-practices', 'seo'].map(score);
      rows.push({
        what: `Lighthouse, mobile, ${name}, median of ${RUNS}`,
        figure: `performance ${performance}, accessibility, good practice and search ${others.join(', ')}, blocked ${blocking.toFixed(0)} ms`,
        aim: '≥ 95, 100, 100, 100, ≤ 200 ms',
        values: { performance, least: Math.min(...others), blocking },
      });
    }
    return rows;
  } finally {
    await browser.close();
    await application.stop();
  }
}
