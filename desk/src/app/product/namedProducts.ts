import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import type { Problem } from '@fond/contract';
import { Api } from '../api/api';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { ProductPicker } from './productPicker';
import { productTitles } from './productTitles';

/** Products in an order of their own: found, pasted, dragged, or moved by keyboard. */
@Component({
  selector: 'desk-named-products',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatButtonModule, MatIconModule, ProductPicker, RowTools],
  template: `
    <ol class="entries" cdkDropList (cdkDropListDropped)="drop($event)" aria-label="Named products in order">
      @for (sku of skus(); track sku; let at = $index) {
        <li cdkDrag cdkDragLockAxis="y">
          <span cdkDragHandle class="grip" aria-hidden="true"><mat-icon svgIcon="drag" /></span>
          <span class="grow"
            >{{ titles().get(sku) ?? '…' }} <small class="figures">{{ sku }}</small></span
          >
          <desk-row-tools
            [name]="titles().get(sku) ?? sku"
            [at]="at"
            [count]="skus().length"
            (moved)="move(at, $event)"
            (removed)="remove(sku)"
          />
        </li>
      } @empty {
        <li class="none">No product yet.</li>
      }
    </ol>
    <desk-product-picker [taken]="skus()" (picked)="add([$event.sku])" />
    <details>
      <summary>Paste article numbers</summary>
      <textarea
        #pasted
        class="field"
        rows="3"
        aria-label="Article numbers"
        placeholder="One a line, or with commas between"
      ></textarea>
      <button mat-button type="button" (click)="paste(pasted)">Add them</button>
      @if (report(); as told) {
        <p class="hint" role="status">{{ told }}</p>
      }
    </details>
  `,
  styles: `
    :host {
      display: block;
    }
    small {
      color: var(--quiet);
    }
    textarea {
      width: 100%;
    }
    summary {
      color: var(--petrol);
      cursor: pointer;
      padding: 4px 0;
    }
  `,
})
export class NamedProducts {
  private readonly api = inject(Api);
  readonly skus = input.required<readonly string[]>();
  readonly changed = output<readonly string[]>();
  private readonly known = productTitles(() => this.skus());
  protected readonly titles = this.known.titles;
  private readonly pasted = signal('');
  protected readonly report = computed(() => this.pasted() || this.known.trouble());

  protected add(skus: readonly string[]): void {
    const fresh = skus.filter((sku) => !this.skus().includes(sku));
    if (fresh.length) this.changed.emit([...this.skus(), ...fresh]);
  }

  protected move(from: number, to: number): void {
    this.changed.emit(moveItem(this.skus(), from, to));
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    this.move(event.previousIndex, event.currentIndex);
  }

  protected remove(sku: string): void {
    this.changed.emit(this.skus().filter((one) => one !== sku));
  }

  /** Takes what the catalogue has, and tells what it has not. */
  protected paste(field: HTMLTextAreaElement): void {
    const skus = field.value.split(/[\s,;]+/).filter(Boolean);
    if (!skus.length) return;
    this.api.lookUpProducts([...new Set(skus)].slice(0, 2_000)).subscribe({
      next: ({ found, missing }) => {
        this.known.note(found, []);
        const fresh = found.filter(({ sku }) => !this.skus().includes(sku)).map(({ sku }) => sku);
        this.add(fresh);
        const lost = missing.length ? ` Not found: ${missing.join(', ')}.` : '';
        this.pasted.set(`${fresh.length} added, ${found.length - fresh.length} in already.${lost}`);
        field.value = missing.join('\n');
      },
      error: ({ detail }: Problem) => this.pasted.set(detail),
    });
  }
}
