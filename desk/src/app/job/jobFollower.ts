import { inject, Injectable } from '@angular/core';
import { catchError, EMPTY, Observable, switchMap, takeWhile, timer } from 'rxjs';
import { addressOf, type Job } from '@fond/contract';
import { Api } from '../api/api';

export const hasEnded = (job: Job): boolean => job.state === 'done' || job.state === 'failed';

const LOOK_EVERY = 1_000;

/** Follows a job by server-sent events; where these break off, it looks every second. */
@Injectable({ providedIn: 'root' })
export class JobFollower {
  private readonly api = inject(Api);

  follow(id: string): Observable<Job> {
    return new Observable<Job>((subscriber) => {
      const events = new EventSource(addressOf('jobEvents', { id }));
      events.addEventListener('job', (event: MessageEvent<string>) => {
        const job = JSON.parse(event.data) as Job;
        subscriber.next(job);
        if (hasEnded(job)) subscriber.complete();
      });
      events.onerror = () => subscriber.error(new Error('The stream of events broke off.'));
      return () => events.close();
    }).pipe(catchError(() => this.look(id)));
  }

  private look(id: string): Observable<Job> {
    return timer(0, LOOK_EVERY).pipe(
      switchMap(() => this.api.readJob(id).pipe(catchError(() => EMPTY))),
      takeWhile((job) => !hasEnded(job), true),
    );
  }
}
