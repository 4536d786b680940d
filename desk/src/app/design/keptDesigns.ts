import { computed, inject, Injectable, signal } from '@angular/core';
import type { DesignFile, DesignInput, Problem, StoredDesign } from '@fond/contract';
import { designsOf, type Design } from '@fond/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';

/** Starting points that this shop has kept. What was taken away last can be put back. */
@Injectable({ providedIn: 'root' })
export class KeptDesigns {
  private readonly api = inject(Api);
  /** By name; null until they are loaded. */
  readonly list = signal<readonly StoredDesign[] | null>(null);
  readonly problem = signal<Problem | null>(null);
  /** What happened last, in words. */
  readonly said = signal('');
  readonly takenAway = signal<StoredDesign | null>(null);
  /** Those of every kind, as ready ones are. */
  readonly designs = computed((): Design[] => (this.list() ?? []).flatMap(designsOf));

  async load(): Promise<void> {
    await this.tried(async () => this.list.set(await firstValueFrom(this.api.designs())));
  }

  /** Whether it is kept now. */
  async keep(input: DesignInput): Promise<boolean> {
    return this.tried(async () => {
      const kept = await firstValueFrom(this.api.keepDesign(input));
      this.put(kept);
      this.said.set(`“${kept.name}” is kept.`);
    });
  }

  async rename({ id, about }: StoredDesign, name: string): Promise<void> {
    await this.tried(async () => {
      this.put(await firstValueFrom(this.api.renameDesign(id, { name, about })));
      this.said.set(`It is called “${name}” now.`);
    });
  }

  async remove(design: StoredDesign): Promise<void> {
    await this.tried(async () => {
      await firstValueFrom(this.api.deleteDesign(design.id));
      this.list.update((list) => list && list.filter(({ id }) => id !== design.id));
      this.takenAway.set(design);
      this.said.set(`“${design.name}” is taken away; plans that were begun with it stay as they are.`);
    });
  }

  async putBack(): Promise<void> {
    const design = this.takenAway();
    if (design && (await this.keep(design))) this.takenAway.set(null);
  }

  async read(file: File): Promise<void> {
    await this.tried(async () => {
      const text = await file.text();
      let read: unknown;
      try {
        read = JSON.parse(text);
      } catch {
        throw unreadable(file.name);
      }
      const { design, leftOut } = await firstValueFrom(this.api.importDesign(read as DesignFile));
      this.put(design);
      this.said.set(
        `“${design.name}” is kept.` +
          (leftOut.length
            ? ` This shop doesn’t have ${leftOut.join(', ')}; what named it was left out.`
            : ''),
      );
    });
  }

  private put(design: StoredDesign): void {
    this.takenAway.set(null);
    this.list.update((list) =>
      [...(list ?? []).filter(({ id }) => id !== design.id), design].sort((a, b) =>
        a.name.localeCompare(b.name, 'en'),
      ),
    );
  }

  private async tried(work: () => Promise<void>): Promise<boolean> {
    this.problem.set(null);
    this.said.set('');
    try {
      await work();
      return true;
    } catch (problem) {
      this.problem.set(problem as Problem);
      return false;
    }
  }
}

const unreadable = (name: string): Problem => ({
  type: '/problems/bad-input',
  title: 'That is no starting point',
  status: 400,
  detail: `“${name}” is no JSON file. Nothing was kept.`,
});
