import { inject, Injectable } from '@angular/core';
import { last, map, of, switchMap, type Observable } from 'rxjs';
import type { EditAnswer, Problem } from '@fond/contract';
import { CatalogueApi } from '../api/catalogueApi';
import { JobFollower } from './jobFollower';

/** Takes edits of products back, to the end: what a job goes on with is done when this answers. */
@Injectable({ providedIn: 'root' })
export class TakeBack {
  private readonly api = inject(CatalogueApi);
  private readonly follower = inject(JobFollower);

  /** Fails with a `Problem`, also where the job does. */
  edit(id: string): Observable<EditAnswer> {
    return this.api.undo(id).pipe(
      switchMap((answer) => {
        if (!answer.job) return of(answer);
        return this.follower.follow(answer.job).pipe(
          last(),
          map(({ state, failure }) => {
            if (state === 'done') return answer;
            const problem: Problem = {
              type: 'about:blank',
              title: 'It was not taken back',
              status: 0,
              detail: failure ?? 'Try again in a moment.',
            };
            throw problem;
          }),
        );
      }),
    );
  }
}
