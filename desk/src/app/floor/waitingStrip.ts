import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { listWords } from '@fond/core';
import type { News } from '@fond/contract';
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
  imports: [DatePipe, RouterLink],
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
    @if (news(); as fresh) {
      <p class="news" role="status">
        <b>Since you last looked, {{ fresh.since | date: 'd MMM, HH:mm' }}:</b>
        @if (fresh.editions; as editions) {
          <a
            class="word"
            routerLink="/editions"
            [queryParams]="{ compare: editions.from + ',' + editions.to }"
            >{{ published(editions) }}</a
          >
        }
        @for (one of fresh.catalogue; track one.kind) {
          <span>{{ changed(one) }}</span>
        }
        @if (fresh.catalogue.length) {
          <a class="word" routerLink="/people">The record</a>
        }
        <button type="button" class="word" (click)="markSeen()">Seen</button>
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
    .news {
      border-inline-start-color: var(--slate);
    }
  `,
})
export class WaitingStrip {
  private readonly api = inject(NoteApi);
  private readonly read = rxResource({ stream: () => this.api.waiting() });
  private readonly told = rxResource({ stream: () => this.api.news() });
  /** Null where there is none. */
  protected readonly news = computed(() => {
    const news = this.told.hasValue() ? this.told.value() : null;
    return news?.since && (news.editions || news.catalogue.length) ? news : null;
  });

  constructor() {
    // Who comes for the first time has everything before them; what comes after is news.
    effect(() => {
      if (this.told.hasValue() && this.told.value().since === null) this.api.seeNews().subscribe();
    });
  }

  protected published({ count, aisles, some }: NonNullable<News['editions']>): string {
    const editions = counted(count, 'edition');
    if (!aisles) return `${editions} changed no aisle`;
    const named = aisles > some.length ? [...some, `${aisles - some.length} more`] : some;
    return `${editions} changed ${counted(aisles, 'aisle')}: ${listWords(named, 'and')}`;
  }

  protected changed({ kind, count }: News['catalogue'][number]): string {
    const plural = { category: 'categories' }[kind] ?? `${kind}s`;
    return `${counted(count, kind, plural)} changed`;
  }

  protected markSeen(): void {
    this.api.seeNews().subscribe(() => this.told.reload());
  }

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
