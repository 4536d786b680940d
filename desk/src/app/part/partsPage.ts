import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { PartSummary, Problem } from '@fond/contract';
import { rootOf } from '@fond/core';
import { Api } from '../api/api';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { fixtureSentence } from '../wording/fixtureSentences';
import { FIXTURE_WORDS } from '../wording/words';
import { PartsActions } from '../store/parts.actions';
import { partsFeature } from '../store/parts.feature';

/** All parts: what each shows, where it is used, and whether shoppers see it as it is. */
@Component({
  selector: 'desk-parts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, RouterLink],
  templateUrl: './partsPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', '../shell/table.scss'],
})
export class PartsPage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly vocabulary = inject(BriefVocabulary);
  private readonly all = this.store.selectSignal(partsFeature.selectParts);
  protected readonly loading = this.store.selectSignal(partsFeature.selectLoading);
  private readonly unread = this.store.selectSignal(partsFeature.selectProblem);
  private readonly refused = signal<Problem | null>(null);
  protected readonly problem = computed(() => this.refused() ?? this.unread());
  protected readonly sought = signal('');

  protected readonly parts = computed(() => {
    const words = this.sought().toLowerCase().split(/\s+/).filter(Boolean);
    return (this.all() ?? []).filter((part) => {
      const text = `${part.name} ${this.kind(part)} ${this.sentenceOf(part)}`.toLowerCase();
      return part.standing === 'open' && words.every((word) => text.includes(word));
    });
  });
  protected readonly away = computed(() => (this.all() ?? []).filter(({ standing }) => standing !== 'open'));
  protected readonly none = computed(() => this.all() !== null && !this.all()!.length);

  constructor() {
    this.store.dispatch(PartsActions.needed());
  }

  protected kind(part: PartSummary): string {
    const root = rootOf(part);
    return root ? FIXTURE_WORDS[root.type] : 'nothing yet';
  }

  protected sentenceOf(part: PartSummary): string {
    const root = rootOf(part);
    return root ? fixtureSentence(root, this.vocabulary.words()) : '';
  }

  protected state({ live, changed }: PartSummary): string {
    if (!live) return '○ not live';
    return changed ? '○ differs from live' : '● live';
  }

  protected again(): void {
    this.store.dispatch(PartsActions.needed());
  }

  protected haveBack({ id }: PartSummary): void {
    this.refused.set(null);
    this.api.restorePlan(id).subscribe({
      next: () => this.again(),
      error: (problem: Problem) => this.refused.set(problem),
    });
  }
}
