import type { QueryAnswer } from '@fond/core';

/** Whether an address is that of a search. */
export const isSearch = (address: string | null): boolean => /^\/search(?![^/?#])/.test(address ?? '');

/** The filters that an address of the shop holds, as they stand there; empty for none. */
export function filtersIn(address: string, known: ReadonlySet<string>, reserved: readonly string[]): string {
  const query = address.includes('?') ? address.slice(address.indexOf('?') + 1) : address;
  const filters = new URLSearchParams();
  for (const [key, value] of new URLSearchParams(query.split('#')[0]))
    if (value && known.has(key) && !reserved.includes(key)) filters.set(key, value);
  return filters.toString();
}

const counted = (count: number, words: string): string => (count ? `${count} ${words}` : '');

/** What an answer does, in brief. */
export function answerWords(answer: QueryAnswer): string {
  const { leadsTo, pins, lifted, leftOut, filters, heading, words, link, picture, from, to } = answer;
  const days =
    from || to ? [from ? `from ${from}` : '', to ? `until ${to}` : ''].filter(Boolean).join(' ') : '';
  const says = heading || words || link || picture ? 'words above' : '';
  const does = leadsTo
    ? [`straight to ${leadsTo}`]
    : [
        counted(pins.length, 'held at places'),
        counted(lifted.length, 'first'),
        counted(leftOut.length, 'not shown'),
        filters ? 'filtered' : '',
        says,
      ];
  return [...does, days].filter(Boolean).join(' · ') || 'nothing yet';
}

/** Whether the server would take it; one that is being made waits. */
export const isWhole = ({ queries, leadsTo, from, to }: QueryAnswer): boolean =>
  queries.length > 0 && !isSearch(leadsTo) && (from === null || to === null || from <= to);
