import { inject, Injectable, signal } from '@angular/core';
import type { Plan } from '@fond/core';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { changesInWords, type SentenceChange } from '../wording/sentences';
import { PlanEditor } from './planEditor';

/** Milliseconds for which it is said. */
const SAID_FOR = 9_000;
/** Lines of the brief that are told; of any more only how many there are. */
const MOST_TOLD = 2;

/** “Grid: 4 columns, 12 a page”; what the sentence leaves out by the names of its settings. */
function tellLine({ title, before, after, settings }: SentenceChange): string {
  if (before === after) return `${title} (${settings.join(', ')})`;
  return `${title}: ${after ?? 'nothing'}`;
}

/** The lines of a brief as they are afterwards; nothing where they say the same. */
export function tellAfterwards(changes: readonly SentenceChange[]): string {
  const more = changes.length - MOST_TOLD;
  return (
    changes.slice(0, MOST_TOLD).map(tellLine).join('; ') +
    (more > 0 ? `; and ${more} more ${more === 1 ? 'line' : 'lines'}` : '')
  );
}

/** Says what a plan is after something was undone, handed back or discarded, where nobody typed what it shall be. */
@Injectable({ providedIn: 'root' })
export class Afterwards {
  private readonly editor = inject(PlanEditor);
  private readonly vocabulary = inject(BriefVocabulary);
  readonly said = signal('');
  private forgetting: ReturnType<typeof setTimeout> | undefined;

  /** Does something to the plan, and says what that has come to. @param did Such as “Undone: columns”. */
  tell(did: string, act: () => void): void {
    const before = this.editor.plan();
    act();
    const now = this.words(before, this.editor.plan());
    this.said.set(now ? `${did}. ${now}.` : `${did}.`);
    clearTimeout(this.forgetting);
    this.forgetting = setTimeout(() => this.said.set(''), SAID_FOR);
  }

  private words(before: Plan | null, after: Plan | null): string {
    const words = this.vocabulary.words(this.editor.lang());
    return before && after ? tellAfterwards(changesInWords(before, after, words)) : '';
  }
}
