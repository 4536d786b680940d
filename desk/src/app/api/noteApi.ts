import { Injectable } from '@angular/core';
import type { NoteInput } from '@fond/contract';
import { Calls } from './calls';

/** What merchandisers say to each other, and what waits for each of them. */
@Injectable({ providedIn: 'root' })
export class NoteApi extends Calls {
  list(plan: string) {
    return this.call('notes', { query: { plan } });
  }

  write(note: NoteInput) {
    return this.call('writeNote', { body: note });
  }

  answer(id: number, words: string) {
    return this.call('answerNote', { params: { id }, body: { words } });
  }

  settle(id: number, settled: boolean) {
    return this.call('settleNote', { params: { id }, body: { settled } });
  }

  /** What others have changed since one last looked. */
  news() {
    return this.call('news');
  }

  seeNews() {
    return this.call('seeNews');
  }

  waiting() {
    return this.call('waiting');
  }
}
