import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Subscription } from 'rxjs';
import type { ActivityEntry, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { activitySaid, activityWords } from './activityWords';

/** The record of who did what, the newest first; a subject leads to all that was done to it. */
@Component({
  selector: 'desk-activity',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule],
  template: `
    <h2>
      {{ subject() ? 'Record of ' + subject()!.name : 'Record' }}
      @if (subject()) {
        <button type="button" class="word" (click)="of(null)">all of it</button>
      }
    </h2>
    @if (problem(); as told) {
      <p role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    }
    <ol>
      @for (entry of entries(); track entry.id) {
        <li>
          <time class="figures" [attr.datetime]="entry.at">{{ entry.at | date: 'd MMM, HH:mm' }}</time>
          <span>
            {{ entry.who }} {{ words(entry) }}
            <button type="button" class="word" (click)="of(entry)">{{ entry.name }}</button>
            @if (said(entry); as sentence) {
              <small>{{ sentence }}</small>
            }
            @if (entry.action === 'together') {
              <button type="button" class="word" (click)="undo(entry)">Undo it in all</button>
            }
          </span>
        </li>
      } @empty {
        @if (!loading()) {
          <li class="none">Nothing has been done yet.</li>
        }
      }
    </ol>
    @if (more()) {
      <button mat-button type="button" [disabled]="loading()" (click)="older()">Earlier</button>
    }
  `,
  styles: `
    h2 {
      display: flex;
      gap: 12px;
      align-items: baseline;
      margin: 0 0 6px;
      font: 600 20px/1.2 var(--condensed);
    }
    h2 .word {
      font: 600 14px var(--text);
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 4px 14px;
      max-height: 560px;
      overflow: auto;
      background: var(--sheet);
    }
    li {
      display: grid;
      grid-template-columns: 96px minmax(0, 1fr);
      gap: 0 10px;
      padding: 3px 0;
      border-bottom: 1px solid var(--hairline);
    }
    small {
      display: block;
      overflow-wrap: anywhere;
    }
    small,
    time,
    .none {
      color: var(--quiet);
    }
    .none {
      grid-column: 1 / -1;
    }
  `,
})
export class ActivityList {
  private readonly api = inject(Api);
  private readonly messages = inject(MatSnackBar);
  /** Changes when something was done. */
  readonly done = input(0);
  protected readonly words = activityWords;
  protected readonly said = activitySaid;
  protected readonly entries = signal<readonly ActivityEntry[]>([]);
  protected readonly subject = signal<Pick<ActivityEntry, 'subject' | 'name'> | null>(null);
  protected readonly loading = signal(false);
  protected readonly more = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    asking(
      () => ({ done: this.done(), subject: this.subject()?.subject ?? null }),
      ({ subject }) => this.read(subject, null),
    );
  }

  protected of(entry: ActivityEntry | null): void {
    this.subject.set(entry);
  }

  /** Drafts that were changed since stay as they are. */
  protected undo({ subject }: ActivityEntry): void {
    this.api.undoTogether(subject.split(':')[1]).subscribe({
      next: ({ restored, left }) => {
        const kept = left.length ? ` ${left.length} changed since, and left alone.` : '';
        this.messages.open(`${restored.length} drafts are as before.${kept}`, 'OK', { duration: 10_000 });
        this.read(this.subject()?.subject ?? null, null);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected older(): void {
    this.read(this.subject()?.subject ?? null, this.entries().at(-1)?.id ?? null);
  }

  private read(subject: string | null, before: number | null): Subscription {
    this.loading.set(true);
    return this.api.activity(subject, before).subscribe({
      next: (entries) => {
        this.entries.update((known) => (before === null ? entries : [...known, ...entries]));
        this.more.set(entries.length === 100);
        this.loading.set(false);
        this.problem.set(null);
      },
      error: (problem: Problem) => {
        this.problem.set(problem);
        this.loading.set(false);
      },
    });
  }
}
