import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import type { AttributeValueLine } from '@fond/contract';
import { own, type ValueFamily, type ValueShow } from '@fond/core';
import { moveItem } from '../../field/lists';
import { RowTools } from '../../field/rowTools';
import { familyId, facetValues } from './valueShow';
import { StepFields } from './stepFields';
import { SwatchField } from './swatchField';

type OrderKind = 'count' | 'sizes' | 'numbers' | 'hand';

/** How shoppers see the values where they filter by them: their order, what is gathered, the steps of numbers. */
@Component({
  selector: 'desk-value-show-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatIconModule, RowTools, StepFields, SwatchField],
  templateUrl: './valueShowFields.html',
  styleUrl: './valueShowFields.scss',
})
export class ValueShowFields {
  readonly key = input.required<string>();
  readonly shown = input.required<ValueShow>();
  readonly values = input.required<readonly AttributeValueLine[]>();
  readonly numeric = input.required<boolean>();
  readonly languages = input.required<readonly string[]>();
  readonly changed = output<ValueShow>();
  protected readonly orders: readonly { kind: OrderKind; name: string }[] = [
    { kind: 'count', name: 'most products first' },
    { kind: 'sizes', name: 'by size, XS to XXL' },
    { kind: 'numbers', name: 'by the number in them' },
    { kind: 'hand', name: 'by hand' },
  ];

  protected readonly order = computed((): OrderKind => {
    const { order, scale } = this.shown();
    return order.length ? 'hand' : scale === 'none' ? 'count' : scale;
  });
  private readonly lines = computed(() => new Map(this.values().map((line) => [line.value, line])));
  /** Values and groups that shoppers see, those with most products first. */
  private readonly all = computed(() => facetValues(this.values(), this.shown()));
  protected readonly others = computed(() => {
    const placed = new Set(this.shown().order);
    return this.all().filter((value) => !placed.has(value));
  });
  /** Values of no group. */
  protected readonly free = computed(() => {
    const taken = new Set(this.shown().families.flatMap(({ members }) => members));
    return this.values().filter(({ value }) => !taken.has(value));
  });
  protected labelOf(value: string): string {
    const labels = this.lines().get(value)?.labels ?? {};
    return own(labels, this.languages()[0]) ?? value;
  }

  protected nameOf(value: string): string {
    const family = this.shown().families.find(({ id }) => id === value);
    return family ? (own(family.labels, this.languages()[0]) ?? family.id) : this.labelOf(value);
  }

  protected factOf(value: string): string {
    const family = this.shown().families.find(({ id }) => id === value);
    const products = family ? this.productsOf(family) : (this.lines().get(value)?.products ?? 0);
    return family ? `${products}, of ${family.members.length} values` : `${products}`;
  }

  /** At most so many: a product may have several members. */
  protected productsOf({ members }: ValueFamily): number {
    return members.reduce((sum, member) => sum + (this.lines().get(member)?.products ?? 0), 0);
  }

  protected put(change: Partial<ValueShow>): void {
    this.changed.emit({ ...this.shown(), ...change });
  }

  protected putOrder(kind: OrderKind): void {
    if (kind === 'hand') this.put({ order: this.all(), scale: 'none' });
    else this.put({ order: [], scale: kind === 'count' ? 'none' : kind });
  }

  protected move(from: number, to: number): void {
    this.put({ order: moveItem(this.shown().order, from, to) });
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    this.move(event.previousIndex, event.currentIndex);
  }

  protected leave(value: string): void {
    this.put({ order: this.shown().order.filter((one) => one !== value) });
  }

  protected append(value: string): void {
    this.put({ order: [...this.shown().order, value] });
  }

  protected begin(field: HTMLSelectElement): void {
    const first = field.value;
    field.value = '';
    if (!first) return;
    const { families, order } = this.shown();
    const id = familyId(this.labelOf(first), new Set(this.lines().keys()), families, first);
    const labels = { ...this.lines().get(first)?.labels };
    if (!Object.keys(labels).length) labels[this.languages()[0]] = first;
    const { swatch } = this.lines().get(first)!;
    this.put({
      families: [...families, { id, labels, swatch, members: [first] }],
      order: order.map((value) => (value === first ? id : value)),
    });
  }

  protected putFamily(family: ValueFamily, change: Partial<ValueFamily>): void {
    this.put({
      families: this.shown().families.map((one) => (one.id === family.id ? { ...one, ...change } : one)),
    });
  }

  protected call(family: ValueFamily, lang: string, text: string): void {
    const { [lang]: _, ...others } = family.labels;
    this.putFamily(family, { labels: text.trim() ? { ...others, [lang]: text.trim() } : others });
  }

  protected hide({ id }: ValueFamily, hidden: boolean): void {
    const others = this.shown().hidden.filter((one) => one !== id);
    this.put({ hidden: hidden ? [...others, id] : others });
  }

  protected into(family: ValueFamily, field: HTMLSelectElement): void {
    const value = field.value;
    field.value = '';
    if (!value) return;
    this.put({
      families: this.shown().families.map((one) =>
        one.id === family.id ? { ...one, members: [...one.members, value] } : one,
      ),
      order: this.shown().order.filter((one) => one !== value || one === family.id),
    });
  }

  /** The last one takes the group along. */
  protected outOf(family: ValueFamily, member: string): void {
    const members = family.members.filter((one) => one !== member);
    if (members.length) this.putFamily(family, { members });
    else this.dropFamily(family);
  }

  protected dropFamily({ id }: ValueFamily): void {
    const { families, order, hidden } = this.shown();
    this.put({
      families: families.filter((one) => one.id !== id),
      order: order.filter((value) => value !== id || this.lines().has(value)),
      hidden: hidden.filter((value) => value !== id || this.lines().has(value)),
    });
  }
}
