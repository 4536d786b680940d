import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router } from '@angular/router';
import { catchError, concatMap, from, of, tap, type Observable, type Subscription } from 'rxjs';
import type { LibraryPicture, Problem } from '@fond/contract';
import { PictureApi } from '../api/pictureApi';
import { toProblem } from '../api/problem';
import { CatalogueWords } from '../wording/catalogueWords';
import { FilePick } from '../shell/filePick';
import { AddressIntake } from './addressIntake';
import { ArchiveIntake } from './archiveIntake';
import { PictureDetail } from './pictureDetail';

const KINDS = 'image/jpeg,image/png,image/webp,image/avif,image/gif';

/** All pictures by name: found, added many at once, replaced everywhere, and those that nothing shows taken out. */
@Component({
  selector: 'desk-picture-library',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddressIntake, ArchiveIntake, FilePick, MatButtonModule, MatProgressBarModule, PictureDetail],
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'drop($event)' },
  templateUrl: './pictureLibrary.html',
  styleUrl: './pictureLibrary.scss',
})
export class PictureLibraryView {
  private readonly api = inject(PictureApi);
  private readonly router = inject(Router);
  private readonly shop = inject(CatalogueWords).vocabulary;
  protected readonly languages = computed(() => this.shop()?.languages ?? ['en']);
  readonly q = input('');
  readonly unused = input(false);
  readonly silent = input(false);
  readonly picture = input<string | null>(null);

  protected readonly kinds = KINDS;
  protected readonly pictures = signal<readonly LibraryPicture[]>([]);
  protected readonly total = signal<number | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly reading = signal(false);
  /** Files that are on their way. */
  protected readonly left = signal(0);
  protected readonly refusals = signal<readonly string[]>([]);
  protected readonly open = computed(
    () => this.pictures().find(({ source }) => source === this.picture()) ?? null,
  );
  private last: Subscription | null = null;

  constructor() {
    effect(() => {
      this.q();
      this.unused();
      this.silent();
      untracked(() => this.read(0));
    });
  }

  protected again(): void {
    this.read(0);
  }

  protected more(): void {
    this.read(this.pictures().length);
  }

  private read(start: number): void {
    this.last?.unsubscribe();
    this.reading.set(true);
    const silent = this.silent() ? this.languages()[0] : null;
    this.last = this.api.library(this.q(), this.unused(), silent, start).subscribe({
      next: ({ total, pictures }) => {
        this.reading.set(false);
        this.problem.set(null);
        this.total.set(total);
        this.pictures.update((before) => (start ? [...before, ...pictures] : pictures));
      },
      error: (problem: Problem) => {
        this.reading.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected filter(change: {
    q?: string | null;
    unused?: '1' | null;
    silent?: '1' | null;
    picture?: string | null;
  }): void {
    void this.router.navigate([], {
      queryParams: change,
      queryParamsHandling: 'merge',
      replaceUrl: !('picture' in change),
    });
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.add([...(event.dataTransfer?.files ?? [])].filter(({ type }) => type.startsWith('image/')));
  }

  private readonly collected: File[] = [];

  /** Files that are picked together come one by one, and go together. */
  protected collect(file: File): void {
    this.collected.push(file);
    if (this.collected.length === 1) queueMicrotask(() => this.add(this.collected.splice(0)));
  }

  private add(files: readonly File[]): void {
    if (!files.length) return;
    this.left.update((left) => left + files.length);
    this.refusals.set([]);
    // One that is refused keeps no other from coming.
    const keep = (file: File): Observable<unknown> =>
      this.api.keep(file).pipe(
        catchError((error: unknown) => {
          const { errors, detail } = toProblem(error);
          this.refusals.update((told) => [...told, `${file.name}: ${errors?.[0]?.message ?? detail}`]);
          return of(null);
        }),
        tap(() => this.left.update((left) => left - 1)),
      );
    from(files)
      .pipe(concatMap(keep))
      .subscribe({ complete: () => this.again() });
  }

  protected changed(picture: LibraryPicture | null, source: string): void {
    this.pictures.update((all) =>
      picture
        ? all.map((one) => (one.source === source ? picture : one))
        : all.filter((one) => one.source !== source),
    );
    if (!picture) {
      this.total.update((total) => (total === null ? null : total - 1));
      this.filter({ picture: null });
    }
  }

  protected use({ products, categories }: LibraryPicture): string {
    const words = [
      products && (products === 1 ? '1 product' : `${products} products`),
      categories && (categories === 1 ? '1 category' : `${categories} categories`),
    ].filter(Boolean);
    return words.join(', ') || 'unused';
  }
}
