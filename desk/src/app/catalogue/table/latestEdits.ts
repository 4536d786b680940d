import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, ElementRef, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { EditLine, Problem } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';
import { CellWriter } from './cellWriter';

const SHOWN = 14;

/** The latest edits of products, by whom; each that stands can be taken back, also after a reload. */
@Component({
  selector: 'desk-latest-edits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule],
  host: { '(keydown.escape)': 'close()', '(document:click)': 'leave($event)' },
  template: `
    <button mat-button type="button" [attr.aria-expanded]="open()" (click)="toggle()">Edits</button>
    @if (open()) {
      <section aria-label="Latest edits">
        @for (edit of edits(); track edit.id) {
          <div class="edit" [class.undone]="edit.undone">
            <span
              >{{ edit.said }}
              <small
                >{{ edit.by ?? 'the shop' }}, {{ edit.at | date: 'd MMM, HH:mm'
                }}{{ edit.undoing ? ', taking back' : '' }}</small
              ></span
            >
            @if (edit.undone) {
              <small>taken back</small>
            } @else {
              <button mat-button type="button" (click)="takeBack(edit)">Take back</button>
            }
          </div>
        } @empty {
          <p>
            {{ problem()?.detail ?? (read() ? 'Nothing was edited in the last thirty days.' : 'Reading …') }}
          </p>
        }
      </section>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-block;
    }
    section {
      position: absolute;
      z-index: 5;
      inset-inline-end: 0;
      top: 100%;
      width: min(440px, 90vw);
      max-height: 60vh;
      overflow-y: auto;
      border: 1px solid var(--hairline);
      background: var(--sheet);
      box-shadow: 0 4px 14px rgb(0 0 0 / 12%);
    }
    .edit {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 10px;
      padding: 4px 12px;
      border-bottom: 1px solid var(--hairline);
    }
    small {
      display: block;
      color: var(--quiet);
    }
    .undone > span {
      text-decoration: line-through;
    }
    p {
      margin: 12px;
      color: var(--quiet);
    }
  `,
})
export class LatestEdits {
  private readonly api = inject(CatalogueApi);
  private readonly writer = inject(CellWriter);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly open = signal(false);
  protected readonly read = signal(false);
  protected readonly edits = signal<readonly EditLine[]>([]);
  protected readonly problem = signal<Problem | null>(null);

  protected toggle(): void {
    this.open.update((open) => !open);
    if (this.open()) this.load();
  }

  protected close(): void {
    this.open.set(false);
  }

  protected leave({ target }: Event): void {
    if (target instanceof Node && !this.element.nativeElement.contains(target)) this.close();
  }

  protected takeBack({ id }: EditLine): void {
    this.close();
    this.writer.takeBackEdit(id);
  }

  private load(): void {
    this.api.edits().subscribe({
      next: (edits) => {
        this.edits.set(edits.slice(0, SHOWN));
        this.read.set(true);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
