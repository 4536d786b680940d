import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import type { LinkedProducts as Linked, LinkLine, Problem } from '@fond/contract';
import type { LinkKind } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { moveItem } from '../../field/lists';
import { RowTools } from '../../field/rowTools';
import { ProductPicker } from '../../product/productPicker';

const HEADS: Readonly<Record<LinkKind, string>> = { with: 'Goes well with', instead: 'Or take instead' };
const BACKS: Readonly<Record<LinkKind, string>> = {
  with: 'Goes well with these, by their own sheet',
  instead: 'May be taken instead of these',
};

/** Which products go well with one, and which may be taken instead: in their order, and in both directions. */
@Component({
  selector: 'desk-linked-products',
  host: { class: 'slip' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIconModule, ProductPicker, RouterLink, RowTools],
  template: `
    @if (problem(); as told) {
      <p class="turned" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
      </p>
    }
    <div class="kinds">
      @for (one of linked(); track one.as) {
        <div>
          <h3 [id]="'linked-' + one.as">{{ heads[one.as] }}</h3>
          <ol
            class="entries"
            cdkDropList
            (cdkDropListDropped)="drop(one, $event)"
            [attr.aria-labelledby]="'linked-' + one.as"
          >
            @for (line of one.links; track line.sku; let at = $index) {
              <li cdkDrag cdkDragLockAxis="y">
                <span cdkDragHandle class="grip" aria-hidden="true"><mat-icon svgIcon="drag" /></span>
                <span class="grow">
                  <a [routerLink]="['/products', line.sku]">{{ line.title }}</a>
                  <small class="figures">{{ line.sku }}</small>
                  @if (!line.live) {
                    <small class="missing">not in the shop</small>
                  }
                </span>
                <button
                  type="button"
                  class="choice"
                  [attr.aria-pressed]="isBack(one, line)"
                  [attr.aria-label]="'both ways: ' + line.title"
                  (click)="turn(one, line)"
                >
                  both ways
                </button>
                <desk-row-tools
                  [name]="line.title"
                  [at]="at"
                  [count]="one.links.length"
                  [least]="0"
                  (moved)="move(one, at, $event)"
                  (removed)="remove(one, line)"
                />
              </li>
            } @empty {
              <li class="none">None yet.</li>
            }
          </ol>
          <desk-product-picker
            prompt="Find one by name or number"
            [taken]="taken(one)"
            (picked)="put(one, [...skusOf(one), $event.sku], $event.title + ' is linked.')"
          />
          @if (othersOf(one); as others) {
            @if (others.length) {
              <p class="back">
                {{ backs[one.as] }}:
                @for (line of others; track line.sku; let last = $last) {
                  <a [routerLink]="['/products', line.sku]">{{ line.title }}</a>{{ last ? '' : ', ' }}
                }
              </p>
            }
          }
        </div>
      }
    </div>
    <p class="quiet">
      Shelves below the product show them, where the plan of its main category has such a shelf. Links hold as
      soon as they are made.
    </p>
  `,
  styles: `
    .kinds {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
      gap: 16px 28px;
    }
    h3 {
      margin: 0 0 4px;
      font: 600 16px/1.3 var(--condensed);
    }
    .grow small {
      margin-inline-start: 6px;
      white-space: nowrap;
    }
    small,
    .quiet,
    .back {
      color: var(--quiet);
    }
    .missing {
      color: var(--vermilion);
    }
    .back {
      margin: 8px 0 0;
    }
  `,
})
export class LinkedProducts {
  private readonly api = inject(CatalogueApi);
  private readonly messages = inject(MatSnackBar);
  readonly sku = input.required<string>();
  protected readonly heads = HEADS;
  protected readonly backs = BACKS;
  protected readonly linked = signal<readonly Linked[]>([]);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    effect((onCleanup) => {
      const sku = this.sku();
      untracked(() => this.linked.set([]));
      const reading = this.api.links(sku).subscribe({
        next: (linked) => this.linked.set(linked),
        error: (problem: Problem) => this.problem.set(problem),
      });
      onCleanup(() => reading.unsubscribe());
    });
  }

  protected skusOf = ({ links }: Linked): string[] => links.map(({ sku }) => sku);

  /** What can't be linked any more: the product itself, and those that are. */
  protected taken = (one: Linked): string[] => [this.sku(), ...this.skusOf(one)];

  protected isBack = ({ back }: Linked, { sku }: LinkLine): boolean => back.some((one) => one.sku === sku);

  /** Those that are linked to it alone. */
  protected othersOf({ links, back }: Linked): readonly LinkLine[] {
    return back.filter(({ sku }) => !links.some((one) => one.sku === sku));
  }

  protected move(one: Linked, from: number, to: number): void {
    this.put(one, moveItem(this.skusOf(one), from, to), 'Their order is stored.');
  }

  protected drop(one: Linked, { previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(one, previousIndex, currentIndex);
  }

  protected remove(one: Linked, line: LinkLine): void {
    this.put(
      one,
      this.skusOf(one).filter((sku) => sku !== line.sku),
      `${line.title} is no longer linked.`,
    );
  }

  protected put({ as, links }: Linked, skus: readonly string[], said: string): void {
    const before = links.map(({ sku }) => sku);
    this.send(as, skus, () =>
      this.messages
        .open(said, 'Undo', { duration: 10_000 })
        .onAction()
        .subscribe(() => this.send(as, before)),
    );
  }

  private send(as: LinkKind, skus: readonly string[], done?: () => void): void {
    this.problem.set(null);
    this.api.link(this.sku(), { as, skus }).subscribe({
      next: (linked) => {
        this.linked.set(linked);
        done?.();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** Links the other one to this, or lets it go, on the other one's own list. */
  protected turn(one: Linked, { sku, title }: LinkLine): void {
    const linked = this.isBack(one, { sku, title, live: true });
    this.problem.set(null);
    this.api.links(sku).subscribe({
      next: (all) => {
        const own = all.find(({ as }) => as === one.as)?.links.map((line) => line.sku) ?? [];
        const skus = linked ? own.filter((other) => other !== this.sku()) : [...own, this.sku()];
        this.api.link(sku, { as: one.as, skus }).subscribe({
          next: () =>
            this.readAgain(linked ? `${title} is linked one way.` : `${title} is linked both ways.`),
          error: (problem: Problem) => this.problem.set(problem),
        });
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private readAgain(said: string): void {
    this.messages.open(said, undefined, { duration: 6_000 });
    this.api.links(this.sku()).subscribe({
      next: (linked) => this.linked.set(linked),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
