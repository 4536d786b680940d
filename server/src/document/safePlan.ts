import {
  documentOf,
  isHeir,
  resolvePlan,
  sameValue,
  type Documents,
  type Edition,
  type Fixture,
  type Plan,
  type PlanDocument,
} from '@fond/core';
import { cleanHtml } from '../text/cleanHtml';
import { problem } from '../problem/problem';
import { checkPlan } from './chainProblem';
import { cssFaults } from './checkCss';

function harmlessFixture(fixture: Fixture): Fixture {
  if (fixture.type !== 'words') return fixture;
  const html = Object.fromEntries(
    Object.entries(fixture.html).map(([lang, words]) => [lang, cleanHtml(words)]),
  );
  return sameValue(html, fixture.html) ? fixture : { ...fixture, html };
}

/** A plan, or what is kept of one, with the words that people wrote made harmless; itself where they are. */
export function withHarmlessWords<T extends Pick<Plan, 'fixtures'>>(plan: T): T {
  const fixtures = plan.fixtures.map(harmlessFixture);
  return fixtures.every((fixture, at) => fixture === plan.fixtures[at]) ? plan : { ...plan, fixtures };
}

/**
 * The document to be stored in place of one that has come in, by whatever way. It is judged by the plan that it makes,
 * with all that it inherits filled in: of an heir's difference alone nobody can tell what a value will stand for.
 *
 * @param documents The document, and those that it builds on and shows.
 * @throws a problem with the path of every fault; with the line of every one in the plan's CSS.
 */
export function safeDocument(documents: Documents, id: string): PlanDocument {
  const plan = checkPlan(documents, id);
  const faults = cssFaults(plan.css);
  if (faults.length)
    throw problem(
      'bad-input',
      'Nothing was saved.',
      faults.map(({ line, message }) => ({ path: 'plan.css', message: `in line ${line} ${message}` })),
    );
  const document = documents.get(id)!;
  const safe = withHarmlessWords(plan);
  if (safe === plan) return document;
  return documentOf(document, isHeir(document) ? resolvePlan(documents, document.base) : null, safe);
}

/** An edition as it is served, whatever an earlier release has let into it. */
export function sanitiseEdition<E extends Edition>(edition: E): E {
  const plans = edition.plans.map((plan) => {
    const safe = withHarmlessWords(plan);
    return safe.css && cssFaults(safe.css).length ? { ...safe, css: '' } : safe;
  });
  return plans.every((plan, at) => plan === edition.plans[at]) ? edition : { ...edition, plans };
}
