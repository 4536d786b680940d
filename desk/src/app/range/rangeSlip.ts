import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { ProductWhy } from '@fond/contract';
import { sayClause, type Clause, type RangeRule, type RangeSource, type SieveHelp } from '@fond/core';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from './clauseList';
import { RangeVocabulary } from '../wording/rangeNames';
import { RangesActions } from '../store/ranges.actions';
import { rangesFeature } from '../store/ranges.feature';
import { ProductPicker } from '../product/productPicker';
import { PlanActions } from '../draft/plan.actions';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { WhyProduct } from './whyProduct';

/** Which products the shelf shows, with the count that is left after every clause and what would help. */
@Component({
  selector: 'desk-range-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, MatButtonModule, NamedProducts, ProductPicker, WhyProduct],
  templateUrl: './rangeSlip.html',
  styleUrl: './rangeSlip.scss',
})
export class RangeSlip {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly words = inject(RangeVocabulary);
  protected readonly editor = inject(PlanEditor);
  protected readonly ranges = this.store.selectSignal(rangesFeature.selectRanges);
  protected readonly rangesProblem = this.store.selectSignal(rangesFeature.selectProblem);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  protected readonly report = computed(() => this.preview()?.report ?? null);
  protected readonly range = computed(() => this.editor.shelf()?.range);
  protected readonly sieve = computed(() => this.report()?.sieve ?? null);
  protected readonly saving = signal(false);
  protected readonly marking = signal(false);
  protected readonly why = signal<ProductWhy | null>(null);
  private waitsForName: string | null = null;

  /** The rule that is saved under a name; a shelf that shows a saved range has no rule of its own to save. */
  protected readonly savable = computed(() => this.range()?.source.kind !== 'saved');

  constructor() {
    if (!this.ranges()) this.store.dispatch(RangesActions.needed());
    // A range saved from here is linked at once: that is what one saves it for.
    effect(() => {
      const made = this.ranges()?.find(({ name }) => name === this.waitsForName);
      if (!made) return;
      this.waitsForName = null;
      this.saving.set(false);
      this.change({ source: { kind: 'saved', range: made.id }, clauses: [] });
    });
  }

  protected change(change: Partial<RangeRule>): void {
    const rule = this.range();
    if (rule) this.editor.editShelf('range', { range: { ...rule, ...change } });
  }

  protected source(source: RangeSource): void {
    this.change({ source });
  }

  /** Named products keep the order of their list, unless the shelf is sorted otherwise afterwards. */
  protected nameProducts(): void {
    const shelf = this.editor.shelf();
    if (!shelf || shelf.range.source.kind === 'named') return;
    const levels = [{ key: 'named' as const, reversed: false }, ...shelf.order.levels].slice(0, 6);
    this.editor.editShelf('range', {
      range: { ...shelf.range, source: { kind: 'named', skus: [] } },
      order: { ...shelf.order, levels },
    });
  }

  protected useSaved(id: string): void {
    if (id) this.source({ kind: 'saved', range: id });
  }

  protected clauses(clauses: readonly Clause[]): void {
    this.change({ clauses });
  }

  protected clauseWords(help: SieveHelp): string {
    const clause = 'clause' in help ? this.range()?.clauses[help.clause] : undefined;
    return clause ? sayClause(clause, this.words.names()) : '';
  }

  protected drop(at: number): void {
    this.change({ clauses: this.range()?.clauses.filter((_, other) => other !== at) ?? [] });
  }

  /** What was marked is seen at once. */
  protected starred(): void {
    this.store.dispatch(PlanActions.addressChosen({ address: this.editor.address() }));
  }

  protected save(name: string): void {
    const rule = this.range();
    if (!rule || !name.trim()) return;
    this.waitsForName = name.trim();
    this.store.dispatch(RangesActions.creationAsked({ name: name.trim(), rule }));
  }

  /** The saved range's own rule in place of the link. */
  protected cutLoose(): void {
    const source = this.range()?.source;
    const saved = source?.kind === 'saved' && this.ranges()?.find(({ id }) => id === source.range);
    if (saved)
      this.change({
        source: saved.rule.source,
        clauses: [...saved.rule.clauses, ...(this.range()?.clauses ?? [])],
      });
  }

  protected editSaved(id: string): void {
    void this.router.navigate(['/ranges', id]);
  }

  protected path(): string {
    return this.editor.address().split('?')[0];
  }
}
