import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { nameOfLevel, type OrderLevel } from '@fond/core';
import { blendsFeature } from '../store/blends.feature';
import { RangeVocabulary } from './rangeNames';
import { directionWords, ORDER_KEYS } from './words';

/** A level of an order that can be chosen, in both its directions. */
export interface LevelOffer {
  name: string;
  level: OrderLevel;
  directions: readonly [string, string];
}

/** All that products can be sorted by: figures of their own, blends and attributes. */
@Injectable({ providedIn: 'root' })
export class LevelOffers {
  private readonly words = inject(RangeVocabulary);
  private readonly blends = inject(Store).selectSignal(blendsFeature.selectBlends);

  readonly groups = computed((): readonly { title: string; offers: readonly LevelOffer[] }[] => {
    const names = this.words.names();
    const offer = (of: Omit<OrderLevel, 'reversed'>): LevelOffer => ({
      name: nameOfLevel(of),
      level: { ...of, reversed: false },
      directions: directionWords(of, names),
    });
    return [
      { title: '', offers: ORDER_KEYS.map((key) => offer({ key })) },
      { title: 'Blends', offers: (this.blends() ?? []).map(({ id }) => offer({ key: 'blend', of: id })) },
      {
        title: 'Attributes',
        offers: (this.words.words()?.attributes ?? []).map(({ key }) => offer({ key: 'attribute', of: key })),
      },
    ];
  });

  find(name: string): LevelOffer | undefined {
    return this.groups()
      .flatMap(({ offers }) => offers)
      .find((offer) => offer.name === name);
  }
}
