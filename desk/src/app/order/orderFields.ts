import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MAX_LEVELS, nameOfLevel, type OrderLevel, type OwnOrder, type Spread } from '@fond/core';
import type { OrderReport, ShelfReport } from '@fond/contract';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { Stepper } from '../field/stepper';
import { blendsFeature } from '../store/blends.feature';
import { CatalogueWords } from '../wording/catalogueWords';
import { LevelOffers } from '../wording/levelOffers';
import { RangeVocabulary } from '../wording/rangeNames';
import { directionWords } from '../wording/words';
import { GroupList } from './groupList';
import { PinList } from './pinList';

/** How a shelf is sorted by itself: levels, groups, what is sold out, spread and pins. */
@Component({
  selector: 'desk-order-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GroupList, PinList, RouterLink, RowTools, Stepper],
  templateUrl: './orderFields.html',
  styles: `
    .then {
      width: 52px;
    }
    .deeper {
      margin-inline-start: 22px;
    }
  `,
})
export class OrderFields {
  private readonly all = inject(LevelOffers);
  private readonly names = inject(RangeVocabulary).names;
  private readonly words = inject(CatalogueWords).vocabulary;
  private readonly blends = inject(Store).selectSignal(blendsFeature.selectBlends);
  readonly order = input.required<OwnOrder>();
  readonly report = input<OrderReport | null>(null);
  /** The aisle of the window and its day; null where there is none, such as for shelves below products. */
  readonly here = input<Pick<ShelfReport, 'aisle' | 'today'> | null>(null);
  /** Names the setting, so that typing on is one step of undo. */
  readonly changed = output<{ what: string; change: Partial<OwnOrder> }>();

  protected readonly levels = computed(() =>
    this.order().levels.map((level) => ({
      level,
      name: nameOfLevel(level),
      directions: directionWords(level, this.names()),
    })),
  );
  private readonly used = computed(() => new Set(this.order().levels.map(nameOfLevel)));
  protected readonly full = computed(() => this.order().levels.length >= MAX_LEVELS);

  protected readonly offers = computed(() =>
    this.all
      .groups()
      .map(({ title, offers }) => ({ title, offers: offers.filter(({ name }) => !this.used().has(name)) }))
      .filter(({ offers }) => offers.length > 0),
  );
  protected readonly blended = computed(() =>
    this.order().levels.flatMap(({ key, of }) => {
      const blend = key === 'blend' ? this.blends()?.find(({ id }) => id === of) : undefined;
      return blend ? [blend] : [];
    }),
  );

  protected readonly attributes = computed(() => {
    const vocabulary = this.words();
    const [lang] = vocabulary?.languages ?? ['en'];
    return (vocabulary?.attributes ?? []).map(({ key, labels }) => ({
      key,
      label: (labels[lang] || key).toLowerCase(),
    }));
  });

  protected put(what: string, change: Partial<OwnOrder>): void {
    this.changed.emit({ what, change });
  }

  private putLevels(change: (levels: readonly OrderLevel[]) => readonly OrderLevel[]): void {
    this.put('order', { levels: change(this.order().levels) });
  }

  protected turn(at: number, reversed: boolean): void {
    this.putLevels((levels) => levels.map((level, place) => (place === at ? { ...level, reversed } : level)));
  }

  protected move(from: number, to: number): void {
    this.putLevels((levels) => moveItem(levels, from, to));
  }

  protected remove(at: number): void {
    this.putLevels((levels) => levels.filter((_, place) => place !== at));
  }

  protected add(field: HTMLSelectElement): void {
    const chosen = this.all.find(field.value);
    field.value = '';
    if (chosen) this.putLevels((levels) => [...levels, chosen.level]);
  }

  protected toggleSpread(): void {
    const maker = this.attributes().some(({ key }) => key === 'maker');
    const spread: Spread = { by: maker ? 'maker' : 'category', most: 2 };
    this.put('spread', { spread: this.order().spread ? null : spread });
  }
}
