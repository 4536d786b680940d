import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { BOARD_FIGURES, type BoardFigure } from '@fond/contract';
import type { Narrowing } from './boardCards';

/** Pixels of a card, from those that show a whole aisle to those that show what it is. */
export const ZOOM = { least: 40, most: 150, usual: 84 };
/** Cards narrower than this have no room for words. */
const WORDS_FROM = 76;

/** How a board is looked at; in the address, so that it can be shared and survives a reload. What is sought is of the moment. */
@Injectable()
export class BoardLook {
  private readonly router = inject(Router);
  private readonly query = toSignal(inject(ActivatedRoute).queryParamMap);
  readonly zoom = computed(() => {
    const asked = Number(this.query()?.get('zoom'));
    return asked >= ZOOM.least && asked <= ZOOM.most ? asked : ZOOM.usual;
  });
  readonly figure = computed(() => this.figureIn('figure'));
  readonly colour = computed(() => this.figureIn('colour'));
  readonly beside = computed(() => this.query()?.get('beside') === 'live');
  readonly wordy = computed(() => this.zoom() >= WORDS_FROM);
  /** A product that somebody comes for. */
  readonly wanted = computed(() => this.query()?.get('choose') ?? null);
  readonly sought = signal('');
  readonly narrowing = signal<Narrowing>('all');
  readonly seeking = computed(() => this.sought().trim() !== '' || this.narrowing() !== 'all');

  see(change: Record<string, string | number | null>): void {
    void this.router.navigate([], { queryParams: change, queryParamsHandling: 'merge', replaceUrl: true });
  }

  /** To the board of another aisle. */
  go(path: string): void {
    void this.router.navigate([], { queryParams: { aisle: path }, queryParamsHandling: 'merge' });
  }

  private figureIn(name: 'figure' | 'colour'): BoardFigure | null {
    const asked = this.query()?.get(name);
    return BOARD_FIGURES.find((one) => one === asked) ?? null;
  }
}
