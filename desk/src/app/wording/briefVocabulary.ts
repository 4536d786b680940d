import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { floorFeature } from '../store/floor.feature';
import { partsFeature } from '../store/parts.feature';
import { RangeVocabulary } from './rangeNames';
import type { BriefWords } from './sentences';

/** What everything that sentences name is called. */
@Injectable({ providedIn: 'root' })
export class BriefVocabulary {
  private readonly store = inject(Store);
  private readonly ranges = inject(RangeVocabulary);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly parts = this.store.selectSignal(partsFeature.selectById);

  /** For sentences of a plan whose texts are read in a language; the shop's first where none is said. */
  words(lang?: string): BriefWords {
    const vocabulary = this.ranges.words();
    const parts = this.parts();
    return {
      vocabulary,
      aisles: this.floor()?.aisles ?? [],
      names: this.ranges.names(),
      parts: (id) => parts.get(id)?.name ?? null,
      lang: lang ?? vocabulary?.languages[0] ?? 'en',
    };
  }
}
