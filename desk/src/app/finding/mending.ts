import { inject, Injectable } from '@angular/core';
import { map, switchMap, type Observable } from 'rxjs';
import type { ToldFinding } from '@fond/contract';
import { isMended, type Finding, type MendedKind } from '@fond/core';
import { Api } from '../api/api';
import { FindingApi } from '../api/findingApi';
import { RedirectApi } from '../api/redirectApi';

/** What mending does, on its button. */
const WORDS: Readonly<Record<MendedKind | RedirectKind, string>> = {
  'rows-ragged': 'Fill the rows',
  'pins-gone': 'Take the pins out',
  'pins-lost': 'Take the pins out',
  'pins-over': 'Take them out',
  'facets-gone': 'Take them out',
  'facet-useless': 'Show it where it helps',
  'clause-idle': 'Drop the clause',
  'clause-gone': 'Drop the clause',
  'condition-over': 'Take it away',
  'condition-never': 'Take it away',
  'badge-unreadable': 'Make it readable',
  'badge-covers': 'Make it smaller',
  'badge-idle': 'Turn it off',
  'settings-idle': 'Take them out',
  'redirect-chain': 'Lead straight there',
  'redirect-loop': 'Take it out',
  'redirect-dead': 'Take it out',
  'redirect-hidden': 'Take it out',
};

type RedirectKind = 'redirect-chain' | 'redirect-loop' | 'redirect-dead' | 'redirect-hidden';
type RedirectFinding = Extract<Finding, { kind: RedirectKind }>;
const isOfRedirect = (finding: Finding): finding is RedirectFinding => finding.kind.startsWith('redirect-');

/** What a finding is mended by, here and at once; null where there are several ways, or none. */
export function mendWords(finding: Finding): string | null {
  return isMended(finding) || isOfRedirect(finding) ? WORDS[finding.kind] : null;
}

/** What was mended, and how it is taken back. */
export interface Mended {
  said: string;
  undo: () => Observable<unknown>;
}

/** Mends what findings tell: plans in their drafts, redirects at once. */
@Injectable({ providedIn: 'root' })
export class Mending {
  private readonly api = inject(Api);
  private readonly findings = inject(FindingApi);
  private readonly redirects = inject(RedirectApi);

  /** @param said What is mended, for the record. */
  mend({ name, finding }: ToldFinding, said: string): Observable<Mended> {
    if (isOfRedirect(finding)) return this.mendRedirect(finding);
    const plan = 'plan' in finding ? finding.plan : '';
    return this.findings.mend({ name, plan, said: said.slice(0, 300) }).pipe(
      map((done) => ({
        said: `Mended in the draft of ${done.plan.name}; shoppers see it once that is published.`,
        undo: () => this.api.undoTogether(done.id),
      })),
    );
  }

  private mendRedirect(finding: RedirectFinding): Observable<Mended> {
    return this.redirects.list().pipe(
      map((all) => all.find(({ from }) => from === finding.from)!),
      switchMap(({ id, from, to, code }) => {
        if (finding.kind === 'redirect-chain')
          return this.redirects.save(id, { from, to: finding.end, code }).pipe(
            map(() => ({
              said: `${from} leads straight to ${finding.end} now.`,
              undo: () => this.redirects.save(id, { from, to, code }),
            })),
          );
        return this.redirects.delete(id).pipe(
          map(() => ({
            said: `The redirect from ${from} is gone.`,
            undo: () => this.redirects.create({ from, to, code }),
          })),
        );
      }),
    );
  }
}
