import { Injectable } from '@angular/core';
import { upgradePlan, type Plan } from '@fond/core';
import type { KeptDraft } from './plan.actions';

const keyOf = (id: string): string => `fond:draft:${id}`;

/** Drafts that could not be saved yet, kept in this browser so that a reload loses nothing. */
@Injectable({ providedIn: 'root' })
export class KeptDrafts {
  keep(plan: Plan, version: number): void {
    localStorage.setItem(keyOf(plan.id), JSON.stringify({ plan, version } satisfies KeptDraft));
  }

  forget(id: string): void {
    localStorage.removeItem(keyOf(id));
  }

  /** What was kept, unless it can't be read any more. */
  read(id: string): KeptDraft | null {
    const text = localStorage.getItem(keyOf(id));
    if (!text) return null;
    try {
      const kept = JSON.parse(text) as KeptDraft;
      return kept.plan.id === id && Number.isInteger(kept.version)
        ? { plan: upgradePlan(kept.plan), version: kept.version }
        : null;
    } catch {
      this.forget(id);
      return null;
    }
  }
}
