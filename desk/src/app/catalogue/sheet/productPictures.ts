import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { CdkDrag, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { concatMap, from, tap } from 'rxjs';
import type { Problem, SheetPicture } from '@fond/contract';
import { PictureApi } from '../../api/pictureApi';
import { toProblem } from '../../api/problem';
import { RowTools } from '../../field/rowTools';
import { PictureWordsFields } from '../../picture/pictureWords';
import { FilePick } from '../../shell/filePick';

/** The pictures of a product in their order: dropped or picked, moved and taken out. The first one stands on cards. */
@Component({
  selector: 'desk-product-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkDrag,
    CdkDropList,
    FilePick,
    MatIconModule,
    MatProgressBarModule,
    PictureWordsFields,
    RowTools,
  ],
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
  template: `
    <ol cdkDropList cdkDropListOrientation="mixed" (cdkDropListDropped)="moved($event)" aria-label="Pictures">
      @for (picture of pictures(); track picture.source; let place = $index) {
        <li cdkDrag>
          @if (picture.hash) {
            <img
              [src]="'/pictures/' + picture.hash + '-240'"
              alt=""
              width="132"
              height="132"
              draggable="false"
            />
          } @else {
            <span class="missing">not here yet</span>
          }
          <small [title]="picture.source"
            >{{ place === 0 ? 'on cards: ' : place === 1 ? 'pointed at: ' : '' }}{{ picture.source }}</small
          >
          <span class="row">
            @if (picture.hash) {
              <button
                type="button"
                class="word"
                [attr.aria-expanded]="opened() === picture.source"
                [attr.aria-label]="(hasWords(picture) ? 'words of ' : 'no words of ') + picture.source"
                (click)="opened.set(opened() === picture.source ? null : picture.source)"
              >
                {{ hasWords(picture) ? 'words' : 'no words' }}
              </button>
            }
            <desk-row-tools
              [name]="picture.source"
              [at]="place"
              [count]="pictures().length + 1"
              (moved)="move(place, $event)"
              (removed)="remove(place)"
            />
          </span>
        </li>
      } @empty {
        <li class="none">No picture yet. Drop files here, or pick them.</li>
      }
    </ol>
    @if (openPicture(); as one) {
      <desk-picture-words
        [source]="one.source"
        [hash]="one.hash!"
        [words]="one"
        [languages]="languages()"
        (changed)="described.emit()"
      />
    }
    <p class="line">
      <desk-file-pick
        words="Add pictures …"
        accept="image/jpeg,image/png,image/webp,image/avif,image/gif"
        [several]="true"
        [disabled]="left() > 0"
        (picked)="collect($event)"
      />
      @if (left()) {
        <span role="status">Keeping {{ left() }} …</span>
      }
    </p>
    @if (left()) {
      <mat-progress-bar mode="indeterminate" aria-label="Keeping pictures" />
    }
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
  `,
  styles: `
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
    }
    li {
      display: grid;
      gap: 2px;
      width: 148px;
      padding: 7px;
      border: 1px solid var(--hairline);
      background: var(--sheet);
      cursor: grab;
    }
    img,
    .missing {
      display: grid;
      place-items: center;
      width: 132px;
      height: 132px;
      background: #fff;
      color: #56635f;
      object-fit: contain;
    }
    .missing {
      border: 1px dashed var(--hairline);
      background: none;
      color: var(--quiet);
    }
    small {
      overflow: hidden;
      color: var(--quiet);
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .row {
      display: flex;
      align-items: center;
      justify-content: space-between;
      min-width: 0;
    }
    .word {
      padding: 2px 0;
      border: 0;
      background: none;
      color: var(--petrol);
      font: inherit;
      text-decoration: underline;
      cursor: pointer;
    }
    .none {
      width: auto;
      padding: 18px;
      border-style: dashed;
      color: var(--quiet);
      cursor: default;
    }
  `,
})
export class ProductPictures {
  private readonly api = inject(PictureApi);
  readonly pictures = input.required<readonly SheetPicture[]>();
  /** Names of the pictures in their order. */
  readonly changed = output<readonly string[]>();
  readonly languages = input.required<readonly string[]>();
  /** What is said of one of them was changed, and is stored. */
  readonly described = output<void>();
  /** The picture whose words are seen. */
  protected readonly opened = signal<string | null>(null);
  protected readonly openPicture = computed(
    () => this.pictures().find(({ source, hash }) => hash !== null && source === this.opened()) ?? null,
  );
  protected readonly left = signal(0);
  protected readonly problem = signal<Problem | null>(null);
  private readonly sources = computed(() => this.pictures().map(({ source }) => source));
  private collected: File[] = [];

  protected hasWords({ alts }: SheetPicture): boolean {
    return Object.keys(alts).length > 0;
  }

  /** A picker tells its files one by one, all in one breath. */
  protected collect(file: File): void {
    this.collected.push(file);
    if (this.collected.length > 1) return;
    queueMicrotask(() => {
      const files = this.collected;
      this.collected = [];
      this.keep(files);
    });
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.keep([...(event.dataTransfer?.files ?? [])]);
  }

  private keep(files: readonly File[]): void {
    if (!files.length) return;
    this.problem.set(null);
    this.left.set(files.length);
    const added: string[] = [];
    from(files)
      .pipe(
        concatMap((file) => this.api.keep(file)),
        tap(() => this.left.update((left) => left - 1)),
      )
      .subscribe({
        next: ({ source }) => added.push(source),
        // What was kept before one failed is added all the same.
        error: (error: unknown) => {
          this.left.set(0);
          this.problem.set(toProblem(error));
          this.add(added);
        },
        complete: () => this.add(added),
      });
  }

  private add(added: readonly string[]): void {
    const fresh = added.filter((source) => !this.sources().includes(source));
    if (fresh.length) this.changed.emit([...this.sources(), ...fresh]);
  }

  protected moved({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  protected move(from: number, to: number): void {
    const list = [...this.sources()];
    moveItemInArray(list, from, to);
    this.changed.emit(list);
  }

  protected remove(at: number): void {
    this.changed.emit(this.sources().filter((_, place) => place !== at));
  }
}
