import { Injectable } from '@angular/core';
import { upgradePlan, type PlanDocument } from '@fond/core';
import type { History, Step } from './history';
import type { KeptDraft } from './plan.actions';

const keyOf = (id: string): string => `fond:draft:${id}`;
/** A browser keeps about five million characters for one site; a plan has some ten thousand. */
const MAX_KEPT = 40;

/** Drafts with the way they came, kept in this browser: a reload loses neither an edit nor its undo. */
@Injectable({ providedIn: 'root' })
export class KeptDrafts {
  keep(history: History<PlanDocument>, version: number, unsaved: boolean): void {
    const { past, present, future } = history;
    this.write({
      history: { past: past.slice(-MAX_KEPT), present, future: future.slice(0, MAX_KEPT), last: null },
      version,
      unsaved,
    });
  }

  forget(id: string): void {
    localStorage.removeItem(keyOf(id));
  }

  /** What was kept, unless it can't be read any more. */
  read(id: string): KeptDraft | null {
    const text = localStorage.getItem(keyOf(id));
    if (!text) return null;
    try {
      const { history, version, unsaved } = JSON.parse(text) as KeptDraft;
      if (history.present.id !== id || !Number.isInteger(version)) return null;
      const steps = (list: readonly Step<PlanDocument>[]): Step<PlanDocument>[] =>
        list.map(({ value, what }) => ({ value: upgradePlan(value), what }));
      return {
        history: {
          past: steps(history.past),
          present: upgradePlan(history.present),
          future: steps(history.future),
          last: null,
        },
        version,
        unsaved,
      };
    } catch {
      this.forget(id);
      return null;
    }
  }

  /** Where the browser has no room for the way, it keeps at least the draft. */
  private write(kept: KeptDraft): void {
    const key = keyOf(kept.history.present.id);
    try {
      localStorage.setItem(key, JSON.stringify(kept));
    } catch {
      localStorage.setItem(
        key,
        JSON.stringify({ ...kept, history: { ...kept.history, past: [], future: [] } } satisfies KeptDraft),
      );
    }
  }
}
