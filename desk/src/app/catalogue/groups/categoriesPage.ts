import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { CategoryLine, CategoryPlace, Problem } from '@fond/contract';
import type { Clause } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { FloorActions } from '../../store/floor.actions';
import { floorFeature } from '../../store/floor.feature';
import { CatalogueWords } from '../../wording/catalogueWords';
import { AisleWords } from './aisleWords';
import { CategoryPicture } from './categoryPicture';
import { GroupMove } from './groupMove';
import { UsesList } from './usesList';
import { dropped, moved, treeLines, type Move, type TreeLine, placeOf } from './tree';

const KEYS: Readonly<Record<string, Move>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowRight: 'in',
  ArrowLeft: 'out',
};

/** The tree of categories: made, dragged or moved by keys, and beside it everything of the chosen one. */
@Component({
  selector: 'desk-categories',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AisleWords,
    CategoryPicture,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    GroupMove,
    MatButtonModule,
    MatIconModule,
    MatProgressBarModule,
    RouterLink,
    UsesList,
  ],
  templateUrl: './categoriesPage.html',
  styleUrls: ['../../shell/sheet.scss', '../../shell/listPage.scss', './groupsPage.scss'],
})
export class CategoriesPage {
  private readonly api = inject(CatalogueApi);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly words = inject(CatalogueWords);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  /** Of the address. */
  readonly id = input<string>();

  private readonly lines = signal<readonly CategoryLine[] | null>(null);
  protected readonly tree = computed(() => {
    const lines = this.lines();
    return lines && treeLines(lines);
  });
  protected readonly current = computed(
    () => this.tree()?.find(({ id }) => String(id) === this.id()) ?? null,
  );
  protected readonly aisle = computed(() => {
    const current = this.current();
    return this.floor()?.aisles.find(({ key }) => key === `category:${current?.id}`) ?? null;
  });
  protected readonly written = computed(() => this.lines()?.map((line) => line.written) ?? []);
  protected readonly clause = computed((): Clause => ({
    kind: 'category',
    category: this.current()?.id ?? 0,
    below: false,
    main: false,
  }));
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);

  constructor() {
    this.read();
  }

  protected read(): void {
    this.api.categories().subscribe({
      next: (lines) => this.lines.set(lines),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected title({ titles, slug }: CategoryLine): string {
    const [own] = this.words.vocabulary()?.languages ?? ['en'];
    return titles[own] || slug;
  }

  protected faultOf(field: string): string | null {
    return this.problem()?.errors?.find(({ path }) => path === field)?.message ?? null;
  }

  protected onKey(event: KeyboardEvent, line: TreeLine): void {
    const move = event.altKey ? KEYS[event.key] : undefined;
    if (!move) return;
    event.preventDefault();
    const place = moved(this.lines() ?? [], line.id, move);
    if (place) this.place(line, place);
  }

  protected step(line: TreeLine, move: Move): void {
    const place = moved(this.lines() ?? [], line.id, move);
    if (place) this.place(line, place);
  }

  protected canStep(line: TreeLine, move: Move): boolean {
    return moved(this.lines() ?? [], line.id, move) !== null;
  }

  protected drop({ item, currentIndex, previousIndex }: CdkDragDrop<unknown>): void {
    const line = item.data as TreeLine;
    const tree = this.tree() ?? [];
    const others = tree.filter((_, at) => at !== previousIndex);
    const place = dropped(tree, line.id, currentIndex ? others[currentIndex - 1].id : null);
    if (place) this.place(line, place);
  }

  protected change(line: CategoryLine, change: Partial<CategoryPlace>): void {
    this.place(line, { ...placeOf(line), ...change });
  }

  /** Holds at once, with a way back. */
  private place(line: CategoryLine, place: CategoryPlace): void {
    const before = placeOf(line);
    const readdressed = place.slug !== before.slug || place.parent !== before.parent;
    const more = readdressed ? ' Its old address leads to the new one.' : '';
    this.write(line.id, place, () =>
      this.messages
        .open(`${this.title(line)} is changed.${more}`, 'Undo', {
          duration: 8_000,
        })
        .onAction()
        .subscribe(() => this.write(line.id, before)),
    );
  }

  private write(id: number, place: CategoryPlace, then: () => void = () => undefined): void {
    this.working.set(true);
    this.problem.set(null);
    this.api.placeCategory(id, place).subscribe({
      next: () => {
        this.changed();
        then();
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
        this.read();
      },
    });
  }

  protected changed(): void {
    this.working.set(false);
    this.read();
    this.store.dispatch(FloorActions.shopChanged());
    this.words.load();
  }

  protected make(parent: number | null, field: HTMLInputElement): void {
    const title = field.value.trim();
    if (!title) return;
    this.working.set(true);
    this.problem.set(null);
    this.api.createCategory(parent, title).subscribe({
      next: ({ id }) => {
        field.value = '';
        this.changed();
        void this.router.navigate(['/categories', id]);
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected remove(line: CategoryLine): void {
    this.working.set(true);
    this.problem.set(null);
    this.api.deleteCategory(line.id).subscribe({
      next: () => {
        this.changed();
        this.messages.open(`${this.title(line)} is deleted. Its address leads to what was above it.`, '', {
          duration: 6_000,
        });
        void this.router.navigate(['/categories']);
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }
}
