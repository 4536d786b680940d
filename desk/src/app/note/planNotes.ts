import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import { mayAs, type Note, type Problem } from '@fond/contract';
import { asking } from '../api/asking';
import { NoteApi } from '../api/noteApi';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { sessionFeature } from '../session/session.feature';
import { counted } from '../wording/counted';
import { placeName, placesOf } from './notePlaces';

/** What merchandisers say to each other about places of the plan, answered and settled. */
@Component({
  selector: 'desk-plan-notes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, RouterLink],
  template: `
    <h2>
      Questions and notes <small>{{ told() }}</small>
    </h2>
    @if (problem(); as told) {
      <p class="wrong" role="alert">
        {{ told.title }}. {{ told.detail }}
        @for (one of told.errors ?? []; track one.path) {
          {{ one.message }}.
        }
      </p>
    }
    <ul>
      @for (note of shown(); track note.id) {
        <li [class.settled]="note.settled">
          <p class="head">
            <a
              class="word"
              [routerLink]="['/plans', note.plan]"
              [queryParams]="{ open: note.place || null, aisle: note.aisle }"
              >{{ nameOf(note.place) }}</a
            >
            @if (note.sku) {
              <a class="word" [routerLink]="['/products', note.sku]">{{ note.sku }}</a>
            }
            @if (note.aisle) {
              <small>in {{ note.aisle }}</small>
            }
            <small>{{ note.by }}, {{ note.at | date: 'd MMM, HH:mm' }}</small>
          </p>
          <p>{{ note.words }}</p>
          @for (answer of note.answers; track $index) {
            <p class="answer">
              {{ answer.words }} <small>{{ answer.by }}, {{ answer.at | date: 'd MMM, HH:mm' }}</small>
            </p>
          }
          @if (note.settled; as settled) {
            <small>settled by {{ settled.by }}, {{ settled.at | date: 'd MMM, HH:mm' }}</small>
          }
          @if (mayWrite()) {
            <p class="ways">
              @if (answering() === note.id) {
                <input
                  #words
                  class="field"
                  maxlength="2000"
                  aria-label="Your answer"
                  (keydown.enter)="answer(note, words.value)"
                  (keydown.escape)="answering.set(null)"
                />
                <button type="button" class="word" (click)="answer(note, words.value)">Send</button>
              } @else {
                <button type="button" class="word" (click)="answering.set(note.id)">Answer</button>
              }
              <button type="button" class="word" (click)="settle(note, !note.settled)">
                {{ note.settled ? 'Open it again' : 'Settle' }}
              </button>
            </p>
          }
        </li>
      }
    </ul>
    @if (settledCount() && !all()) {
      <button type="button" class="word" (click)="all.set(true)">
        Show {{ settledCount() }} settled {{ settledCount() === 1 ? 'note' : 'notes' }}
      </button>
    }
    @if (mayWrite()) {
      <div class="new">
        <select class="field" aria-label="What the note is about" #place>
          @for (one of places(); track one.place) {
            <option [value]="one.place">{{ one.name }}</option>
          }
        </select>
        <input
          #sku
          class="field sku"
          maxlength="64"
          placeholder="article number, if any"
          aria-label="Article number of the product that it is about"
        />
        <textarea
          #fresh
          class="field"
          rows="2"
          maxlength="2000"
          placeholder="What should others know or decide?"
          aria-label="New note"
        ></textarea>
        <button type="button" class="word" (click)="write(place, sku, fresh)">Note it</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      padding-top: 12px;
    }
    h2 {
      margin: 0 0 4px;
      font: 600 19px/1.3 var(--condensed);
    }
    small {
      color: var(--quiet);
      font: 400 13px var(--text);
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      padding: 6px 0 6px 10px;
      border-inline-start: 3px solid var(--petrol);
      margin-block-end: 8px;
    }
    li.settled {
      border-inline-start-color: var(--hairline);
      color: var(--quiet);
    }
    p {
      margin: 0 0 2px;
      overflow-wrap: anywhere;
      white-space: pre-line;
    }
    .head,
    .ways {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 2px 14px;
    }
    .answer {
      padding-inline-start: 14px;
    }
    .ways .field {
      flex: 1;
      min-width: 160px;
    }
    .new {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
      margin-top: 6px;
    }
    .new select {
      flex: 1 1 180px;
      min-width: 0;
    }
    .sku {
      flex: 1 1 150px;
      min-width: 0;
    }
    textarea {
      flex: 1 1 100%;
      resize: vertical;
    }
    .wrong {
      color: var(--vermilion);
    }
  `,
})
export class PlanNotes {
  private readonly api = inject(NoteApi);
  private readonly store = inject(Store);
  private readonly editor = inject(PlanEditor);
  private readonly messages = inject(MatSnackBar);
  private readonly id = this.store.selectSignal(planFeature.selectId);
  private readonly route = inject(ActivatedRoute);
  private readonly place: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  private readonly notes = signal<readonly Note[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly answering = signal<number | null>(null);
  protected readonly all = signal(false);

  protected readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly places = computed(() => {
    const plan = this.editor.plan();
    return plan ? placesOf(plan) : [];
  });
  private readonly open = computed(() => this.notes().filter(({ settled }) => !settled));
  protected readonly settledCount = computed(() => this.notes().length - this.open().length);
  protected readonly shown = computed(() => (this.all() ? this.notes() : this.open()));
  protected readonly told = computed(() =>
    this.open().length ? counted(this.open().length, 'open one') : '',
  );

  constructor() {
    asking(
      () => this.id(),
      (id) => {
        this.notes.set([]);
        this.all.set(false);
        return this.api.list(id).subscribe({
          next: (notes) => {
            this.notes.set(notes);
            if (this.route.snapshot.fragment === 'notes') this.place.scrollIntoView({ block: 'nearest' });
          },
          error: (problem: Problem) => this.problem.set(problem),
        });
      },
    );
  }

  protected nameOf(place: string): string {
    return placeName(this.places(), place);
  }

  /** What was typed stays until it is stored. */
  protected write(place: HTMLSelectElement, sku: HTMLInputElement, fresh: HTMLTextAreaElement): void {
    const plan = this.id();
    const words = fresh.value.trim();
    if (!plan || !words) return;
    const about = sku.value.trim();
    const note = {
      plan,
      place: place.value,
      sku: about || null,
      aisle: about ? this.route.snapshot.queryParamMap.get('aisle') : null,
      words,
    };
    this.keep(this.api.write(note), () => {
      sku.value = '';
      fresh.value = '';
    });
  }

  protected answer({ id }: Note, text: string): void {
    const words = text.trim();
    if (words) this.keep(this.api.answer(id, words), () => this.answering.set(null));
  }

  /** Undoable rather than asked about. */
  protected settle(note: Note, settled: boolean): void {
    this.keep(this.api.settle(note.id, settled), () => {
      if (settled)
        this.messages
          .open('The note is settled.', 'Undo', { duration: 8_000 })
          .onAction()
          .subscribe(() => this.settle(note, false));
    });
  }

  private keep(stored: Observable<Note>, afterwards: () => void): void {
    stored.subscribe({
      next: (note) => {
        this.problem.set(null);
        const others = this.notes().filter(({ id }) => id !== note.id);
        const at = this.notes().findIndex(({ id }) => id === note.id);
        this.notes.set(at < 0 ? [note, ...others] : others.toSpliced(at, 0, note));
        afterwards();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
