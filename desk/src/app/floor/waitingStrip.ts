import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { NoteApi } from '../api/noteApi';
import { counted } from '../wording/counted';

interface Line {
  said: string;
  link: unknown[];
  fragment?: string;
  query?: Record<string, string>;
}

/** What waits for whoever looks at the floor, each with the place where it is done. Nothing where nothing does. */
@Component({
  selector: 'desk-waiting-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (lines().length) {
      <p role="status">
        <b>Waits for you:</b>
        @for (line of lines(); track $index) {
          <a class="word" [routerLink]="line.link" [fragment]="line.fragment" [queryParams]="line.query">{{
            line.said
          }}</a>
        }
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin: 0 0 10px;
      padding: 8px 14px;
      background: var(--sheet);
      border-inline-start: 4px solid var(--ticket);
    }
  `,
})
export class WaitingStrip {
  private readonly api = inject(NoteApi);
  private readonly read = rxResource({ stream: () => this.api.waiting() });
  protected readonly lines = computed((): Line[] => {
    if (!this.read.hasValue()) return [];
    const { requests, reviews, notes, trials, campaigns } = this.read.value();
    return [
      ...(requests
        ? [{ said: counted(requests, 'request to approve', 'requests to approve'), link: ['/publish'] }]
        : []),
      ...(reviews
        ? [{ said: counted(reviews, 'review to decide on', 'reviews to decide on'), link: ['/reviews'] }]
        : []),
      ...notes.map(({ id, name, count }) => ({
        said: `${counted(count, 'note')} on ${name}`,
        link: ['/plans', id],
        fragment: 'notes',
      })),
      ...trials.map(({ id, name }) => ({ said: `the trial “${name}” is decided`, link: ['/trials', id] })),
      ...campaigns.map(({ name }) => ({
        said: `the campaign “${name}” couldn’t start`,
        link: ['/editions'],
        query: { view: 'calendar' },
      })),
    ];
  });
}
