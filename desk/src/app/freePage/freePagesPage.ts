import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  numberAttribute,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { FreePageInput, StoredFreePage } from '@fond/contract';
import { dayWords } from '@fond/core';
import { Api } from '../api/api';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { reachFor } from '../floor/floorTree';
import { RangeVocabulary } from '../wording/rangeNames';
import { LocalTexts } from '../records/localTexts';
import { DayField } from '../field/dayField';
import { RecordEditor } from '../records/recordEditor';
import { RecordTrouble } from '../records/recordTrouble';

/** Pages with an address of their own, each of which may stand in for an aisle. */
@Component({
  selector: 'desk-free-pages',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField, LocalTexts, MatButtonModule, MatProgressBarModule, RecordTrouble, RouterLink],
  templateUrl: './freePagesPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', '../records/recordPage.scss'],
})
export class FreePagesPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly words = inject(RangeVocabulary);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  /** Of the address. */
  readonly id = input(null, { transform: (id: unknown) => (id === undefined ? null : numberAttribute(id)) });

  protected readonly editor = new RecordEditor<StoredFreePage, StoredFreePage, FreePageInput>({
    path: '/pages',
    list: () => this.api.freePages(),
    read: (id) => this.api.readFreePage(id),
    create: (wish) => this.api.createFreePage(wish),
    save: (id, wish, version) => this.api.saveFreePage(id, wish, version),
    remove: (id) => this.api.deleteFreePage(id),
    wishOf,
    gone: (stored) => `“${this.title(stored)}” is deleted; nothing stands at its address now.`,
  });
  protected readonly languages = computed(() => this.words.words()?.languages ?? ['en']);
  /** Aisles that a page may stand in for, with how deep each hangs. */
  protected readonly aisles = computed(() => {
    const depths = new Map<string, number>();
    return (this.floor()?.aisles ?? []).flatMap(({ key, kind, parent, title, path }) => {
      const depth = parent === null ? 0 : (depths.get(parent) ?? 0) + 1;
      depths.set(key, depth);
      if (kind === 'page' || kind === 'search') return [];
      return [{ key, path, title: '\u00a0\u00a0\u00a0'.repeat(depth) + title }];
    });
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.editor.open(id));
    });
  }

  /** Between which days shoppers see it, behind “open”. */
  protected daysOf({ from, to }: StoredFreePage): string {
    const words = [from && `from ${dayWords(from)}`, to && `until ${dayWords(to)}`].filter(Boolean).join(' ');
    return words && ` ${words}`;
  }

  protected title({ titles }: Pick<FreePageInput, 'titles'>): string {
    return titles[this.languages()[0]] || 'without a title';
  }

  protected titleOf(key: string): string {
    return this.floor()?.aisles.find((aisle) => aisle.key === key)?.title ?? 'an aisle that is gone';
  }

  protected pathOf(key: string): string {
    return this.floor()?.aisles.find((aisle) => aisle.key === key)?.path ?? '';
  }

  /** The first free address of its kind, as two pages can't have one. */
  protected create(): void {
    const taken = new Set(this.floor()?.aisles.map(({ path }) => path));
    let path = '/new-page';
    for (let n = 2; taken.has(path); n++) path = `/new-page-${n}`;
    const titles = { [this.languages()[0]]: 'New page' };
    this.editor.create({
      path,
      titles,
      descriptions: {},
      standsFor: null,
      open: false,
      from: null,
      to: null,
    });
  }

  protected ownPlan(page: StoredFreePage): void {
    const aisle = this.floor()?.aisles.find(({ key }) => key === `page:${page.id}`);
    if (aisle)
      this.store.dispatch(
        FloorActions.ownPlanAsked({
          name: aisle.title,
          reach: reachFor(aisle),
          from: aisle.plan?.id ?? 'house',
          aisle: aisle.path,
        }),
      );
  }
}

const wishOf = ({
  path,
  titles,
  descriptions,
  standsFor,
  open,
  from,
  to,
}: StoredFreePage): FreePageInput => ({
  path,
  titles,
  descriptions,
  standsFor,
  open,
  from,
  to,
});
