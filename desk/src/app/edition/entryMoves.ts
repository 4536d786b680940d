import { inject, Injectable } from '@angular/core';
import { map, switchMap, type Observable } from 'rxjs';
import type { CalendarEntry, Problem } from '@fond/contract';
import {
  documentOf,
  documentsBy,
  isHeir,
  moveDated,
  resolvePlan,
  shifted,
  type DatedThing,
} from '@fond/core';
import { Api } from '../api/api';
import { FindingApi } from '../api/findingApi';

/** Whether an entry's days can be changed where it stands; a trial has begun, or is begun by hand. */
export const isMovable = ({ kind }: CalendarEntry): boolean => kind !== 'trial';

/** A draft may have changed since it was looked at, or have it for longer. */
const elsewhere = (name: string): Problem => ({
  type: 'about:blank',
  title: 'Nothing was moved',
  status: 409,
  detail: `The draft of ${name} has it on other days by now, or not at all. Look again, or change it there.`,
});

/** Moves what is on the calendar to other days: things of plans in their drafts, pages and put-off findings at once. */
@Injectable({ providedIn: 'root' })
export class EntryMoves {
  private readonly api = inject(Api);
  private readonly findings = inject(FindingApi);

  /** Answers with what was done, in words. */
  move(entry: CalendarEntry, days: number): Observable<string> {
    switch (entry.kind) {
      case 'page':
        return this.movePage(Number(entry.id), days);
      case 'finding': {
        const { to: until } = shifted(entry, days);
        const said = (entry.name || 'A finding').slice(0, 300);
        return this.findings
          .putOff({ name: entry.id, said, until, reason: entry.name })
          .pipe(map(() => 'It is put off until another day.'));
      }
      default:
        return this.moveInPlan(entry, days);
    }
  }

  private movePage(id: number, days: number): Observable<string> {
    return this.api.readFreePage(id).pipe(
      switchMap((page) => {
        const { path, titles, descriptions, standsFor, open, version } = page;
        const { from, to } = shifted(page, days);
        return this.api.saveFreePage(id, { path, titles, descriptions, standsFor, open, from, to }, version);
      }),
      map(() => 'The page is open on other days.'),
    );
  }

  private moveInPlan(
    { plan, kind, id, fixture, thing, aisleKey, from, to }: CalendarEntry,
    days: number,
  ): Observable<string> {
    const dated: DatedThing = {
      kind: kind as DatedThing['kind'],
      ...{ fixture: id, type: fixture!, name: thing, aisle: aisleKey, from, to },
    };
    return this.api.readPlan(plan!.id).pipe(
      switchMap(({ document, bases, version }) => {
        const known = documentsBy([...bases, document]);
        const filled = resolvePlan(known, document.id);
        const base = isHeir(document) ? resolvePlan(known, document.base) : null;
        const moved = moveDated(filled, dated, days);
        if (moved === filled) throw elsewhere(plan!.name);
        return this.api.savePlan(documentOf(document, base, moved), version);
      }),
      map(() => `It is moved in the draft of ${plan!.name}; shoppers see it once that is published.`),
    );
  }
}
