import { inject, Injectable, signal } from '@angular/core';
import type { OwnFont, Problem } from '@fond/contract';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';

/** Families of type that the shop has brought itself; asked for once somebody chooses among families. */
@Injectable({ providedIn: 'root' })
export class OwnFonts {
  private readonly api = inject(Api);
  private asked = false;
  /** By name; null until they are loaded. */
  readonly list = signal<readonly OwnFont[] | null>(null);
  readonly problem = signal<Problem | null>(null);
  readonly working = signal(false);

  async load(): Promise<void> {
    if (this.asked) return;
    this.asked = true;
    await this.tried(async () => this.list.set(await firstValueFrom(this.api.fonts())));
  }

  /** The font as it is kept now; null where it was refused. */
  async bring(file: File, licence: string): Promise<OwnFont | null> {
    let kept: OwnFont | null = null;
    await this.tried(async () => {
      kept = await firstValueFrom(this.api.keepFont(file, licence));
      this.put(kept);
    });
    return kept;
  }

  async putAway({ id }: OwnFont, away: boolean): Promise<void> {
    await this.tried(async () => this.put(await firstValueFrom(this.api.putFontAway(id, away))));
  }

  private put(font: OwnFont): void {
    this.list.update((list) =>
      [...(list ?? []).filter(({ id }) => id !== font.id), font].sort((a, b) =>
        a.name.localeCompare(b.name, 'en'),
      ),
    );
  }

  private async tried(work: () => Promise<void>): Promise<void> {
    this.problem.set(null);
    this.working.set(true);
    try {
      await work();
    } catch (problem) {
      this.problem.set(problem as Problem);
    } finally {
      this.working.set(false);
    }
  }
}
