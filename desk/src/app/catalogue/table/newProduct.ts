import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { Problem } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';
import { ProductPicker } from '../../product/productPicker';

/** Makes a product, empty or as a copy, and opens its sheet; shoppers see it once it is put in the shop. */
@Component({
  selector: 'desk-new-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProductPicker, ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="make()">
      <label>Article number <input class="field" formControlName="sku" maxlength="64" /></label>
      <label>Name <input class="field wide" formControlName="title" maxlength="300" /></label>
      <button mat-flat-button type="submit" [disabled]="form.invalid || busy()">Make it as a draft</button>
      @if (problem(); as told) {
        <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
      }
    </form>
    @if (from(); as model) {
      <p>
        A copy of {{ model }}.
        <button type="button" class="word" (click)="from.set(null)">Begin empty instead</button>
      </p>
    } @else {
      <details>
        <summary>Begin with a copy of another product</summary>
        <desk-product-picker verb="Copy" (picked)="from.set($event.sku)" />
      </details>
    }
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px;
    }
    .wide {
      width: 320px;
    }
    summary {
      margin-top: 8px;
      color: var(--petrol);
      cursor: pointer;
    }
  `,
})
export class NewProduct {
  private readonly api = inject(CatalogueApi);
  private readonly router = inject(Router);
  readonly made = output<string>();
  protected readonly from = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly form = new FormGroup({
    sku: new FormControl('', { nonNullable: true, validators: Validators.required }),
    title: new FormControl('', { nonNullable: true, validators: Validators.required }),
  });

  protected make(): void {
    const { sku, title } = this.form.getRawValue();
    this.busy.set(true);
    this.problem.set(null);
    this.api.create(sku.trim(), title.trim(), this.from()).subscribe({
      next: (made) => {
        this.made.emit(made.sku);
        void this.router.navigate(['/products', made.sku]);
      },
      error: (problem: Problem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }
}
