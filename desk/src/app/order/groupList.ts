import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { MAX_GROUPS, orderGroup, type OrderGroup } from '@fond/core';
import type { OrderReport } from '@fond/contract';
import { DaysFields } from '../field/daysFields';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { Stepper } from '../field/stepper';
import { ClauseList } from '../range/clauseList';
import { daysWords, groupWords } from '../wording/arrangedWords';
import { RangeVocabulary } from '../wording/rangeNames';

const ENDS = [
  { at: 'front', title: 'Before everything else', add: 'Another group at the front' },
  { at: 'end', title: 'Behind everything else', add: 'Another group at the end' },
] as const;

/** Products that stand before, or behind, all else: each group with its clauses, how many it may be, and its days. */
@Component({
  selector: 'desk-group-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, DaysFields, MatIconModule, RowTools, Stepper],
  templateUrl: './groupList.html',
  styleUrl: './orderLists.scss',
})
export class GroupList {
  private readonly words = inject(RangeVocabulary);
  readonly groups = input.required<readonly OrderGroup[]>();
  /** What they come to in the aisle of the window; null where nobody has counted. */
  readonly report = input<OrderReport | null>(null);
  readonly changed = output<{ what: string; groups: OrderGroup[] }>();
  protected readonly open = signal<string | null>(null);
  protected readonly full = computed(() => this.groups().length >= MAX_GROUPS);

  protected readonly ends = computed(() =>
    ENDS.map((end) => ({ ...end, groups: this.groups().filter(({ at }) => at === end.at) })),
  );

  protected sentenceOf(group: OrderGroup): string {
    return groupWords(group, this.words.names());
  }

  protected days(group: OrderGroup): string {
    return daysWords(group);
  }

  /** How many of the shelf's products it has, and how many of them stand there. */
  protected count(group: OrderGroup): string {
    const told = this.report()?.groups.find(({ id }) => id === group.id);
    if (!told) return '';
    if (told.stand === told.meet) return `${told.meet} here`;
    return told.stand ? `${told.stand} of ${told.meet} here` : `none of ${told.meet} now`;
  }

  protected add(at: OrderGroup['at']): void {
    const used = new Set(this.groups().map(({ id }) => id));
    let n = 1;
    while (used.has(`group-${n}`)) n++;
    const id = `group-${n}`;
    const clauses = [at === 'front' ? ({ kind: 'featured' } as const) : ({ kind: 'sale' } as const)];
    this.open.set(id);
    this.changed.emit({ what: 'group added', groups: [...this.groups(), orderGroup(id, at, clauses)] });
  }

  protected put(group: OrderGroup, what: string, change: Partial<OrderGroup>): void {
    // A group that nothing is asked of would be all products.
    if (change.clauses?.length === 0) return this.remove(group);
    this.changed.emit({
      what: `${what} of ${group.id}`,
      groups: this.groups().map((one) => (one.id === group.id ? { ...one, ...change } : one)),
    });
  }

  protected remove({ id }: OrderGroup): void {
    this.changed.emit({ what: 'group removed', groups: this.groups().filter((one) => one.id !== id) });
  }

  /** Within its end. */
  protected move(at: OrderGroup['at'], from: number, to: number): void {
    const moved = moveItem(
      this.groups().filter((group) => group.at === at),
      from,
      to,
    );
    const others = this.groups().filter((group) => group.at !== at);
    this.changed.emit({
      what: 'order of groups',
      groups: at === 'front' ? [...moved, ...others] : [...others, ...moved],
    });
  }
}
