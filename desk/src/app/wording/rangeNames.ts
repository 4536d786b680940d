import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import type { RangeNames } from '@fond/core';
import { floorFeature } from '../store/floor.feature';
import { blendsFeature } from '../store/blends.feature';
import { rangesFeature } from '../store/ranges.feature';
import { CatalogueWords } from './catalogueWords';

const LANGUAGES: Readonly<Record<string, string>> = {
  en: 'English',
  fr: 'French',
  de: 'German',
  es: 'Spanish',
};

/** What everything that clauses name is called, for sentences and lists to choose from. */
@Injectable({ providedIn: 'root' })
export class RangeVocabulary {
  private readonly store = inject(Store);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly ranges = this.store.selectSignal(rangesFeature.selectRanges);
  private readonly blends = this.store.selectSignal(blendsFeature.selectBlends);
  readonly words = inject(CatalogueWords).vocabulary;

  private readonly titles = computed(
    () => new Map(this.floor()?.aisles.map(({ key, title }) => [key, title]) ?? []),
  );

  /** Categories with how deep they hang, collections and tags, to choose from. */
  readonly groups = computed(() => {
    const aisles = this.floor()?.aisles ?? [];
    const depths = new Map<string, number>();
    const of = (kind: string): { id: number; title: string }[] =>
      aisles
        .filter((aisle) => aisle.kind === kind)
        .map((aisle) => {
          const depth = aisle.parent === null ? 0 : (depths.get(aisle.parent) ?? -1) + 1;
          depths.set(aisle.key, depth);
          return {
            id: Number(aisle.key.split(':')[1]),
            title: '\u00a0\u00a0\u00a0'.repeat(depth) + aisle.title,
          };
        });
    return { categories: of('category'), collections: of('collection'), tags: of('tag') };
  });

  readonly names = computed((): RangeNames => {
    const titles = this.titles();
    const vocabulary = this.words();
    const [lang] = vocabulary?.languages ?? ['en'];
    return {
      category: (id) => titles.get(`category:${id}`) ?? null,
      collection: (id) => titles.get(`collection:${id}`) ?? null,
      tag: (id) => titles.get(`tag:${id}`) ?? null,
      attribute: (key) => {
        const attribute = vocabulary?.attributes.find((one) => one.key === key);
        return (
          (attribute?.labels && {
            label: attribute.labels[lang] || key,
            unit: attribute.unit,
            numeric: attribute.type === 'number',
            value: (value) =>
              (attribute.values.find((one) => one.value === value)?.labels[lang] ?? value).toLowerCase(),
          }) ??
          null
        );
      },
      range: (id) => this.ranges()?.find((range) => range.id === id)?.name ?? null,
      blend: (id) => this.blends()?.find((blend) => blend.id === id)?.name ?? null,
      language: (lang) => LANGUAGES[lang] ?? lang,
    };
  });
}
