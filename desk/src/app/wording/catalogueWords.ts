import { inject, Injectable, signal } from '@angular/core';
import type { Vocabulary } from '@fond/contract';
import { Api } from '../api/api';

/** The words that the catalogue offers, read once and again when asked for. */
@Injectable({ providedIn: 'root' })
export class CatalogueWords {
  private readonly api = inject(Api);
  private readonly read = signal<Vocabulary | null>(null);
  readonly vocabulary = this.read.asReadonly();

  load(): void {
    // Without it lists stay empty; whoever needs it for more shows the problem of its own request.
    this.api.vocabulary().subscribe({ next: (words) => this.read.set(words), error: () => undefined });
  }
}
