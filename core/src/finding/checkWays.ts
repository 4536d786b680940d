import { pageStands } from '../address/pageAt';
import type { Snapshot } from '../catalogue/snapshot';
import { isOver, todayIn } from '../clause/inForce';
import type { RangeContext } from '../clause/rule';
import { redirectFault, redirectsBy, type Redirect } from '../redirect/redirects';
import type { Finding } from './finding';

/** What is wrong with redirects. */
export function* checkRedirects(snapshot: Snapshot, redirects: readonly Redirect[]): Generator<Finding> {
  const all = redirectsBy(redirects);
  const stands = pageStands(snapshot);
  for (const redirect of redirects) {
    const { from } = redirect;
    const fault = redirectFault(all, redirect, stands);
    switch (fault?.kind) {
      case 'loop':
        yield { kind: 'redirect-loop', from, steps: fault.steps };
        break;
      case 'chain':
        yield { kind: 'redirect-chain', from, end: fault.end };
        break;
      case 'to-missing':
        yield { kind: 'redirect-dead', from, to: redirect.to ?? '' };
        break;
      case 'page-there':
        yield { kind: 'redirect-hidden', from };
    }
  }
}

/** What is wrong with the shop's answers to searches. */
export function* checkAnswers(
  snapshot: Snapshot,
  context: Pick<RangeContext, 'now' | 'zone'>,
): Generator<Finding> {
  const today = todayIn(context);
  for (const answer of snapshot.frame.search?.answers ?? []) {
    const { id, to } = answer;
    const query = answer.queries.at(0) ?? '';
    const named = [...answer.pins.map(({ sku }) => sku), ...answer.lifted, ...answer.leftOut];
    const skus = [...new Set(named)].filter((sku) => !snapshot.bySku.has(sku));
    if (skus.length) yield { kind: 'answer-gone', answer: id, query, skus };
    if (to !== null && isOver(answer, today)) yield { kind: 'answer-over', answer: id, query, to };
  }
}
