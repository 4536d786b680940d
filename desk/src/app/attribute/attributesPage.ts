import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { numberText, type NumberForm } from '@fond/core';
import type { AttributeChange, AttributeLine, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { CatalogueApi } from '../api/catalogueApi';
import { FloorActions } from '../store/floor.actions';
import { CatalogueWords } from '../wording/catalogueWords';
import { RangeVocabulary } from '../wording/rangeNames';

type Flag = 'filterable' | 'onCards' | 'aisles';

const FLAGS: readonly { flag: Flag; name: string; hint: string }[] = [
  { flag: 'filterable', name: 'may be filtered', hint: 'Plans can offer it as a filter' },
  { flag: 'onCards', name: 'may stand on cards', hint: 'Plans can print it on cards' },
  { flag: 'aisles', name: 'has aisles', hint: 'Each of its values is an aisle, with an address' },
];

const TYPES: Readonly<Record<AttributeLine['type'], string>> = {
  text: 'a word',
  many: 'several words',
  number: 'a number',
  boolean: 'yes or no',
  colour: 'a colour',
};

/** Long enough to have thousands, and decimals to lose. */
const SAMPLE = 1234.5;
const FORMS: readonly NumberForm[] = [null, 0, 1, 2, 3, 4].flatMap((decimals) => [
  { grouped: true, decimals },
  { grouped: false, decimals },
]);

/** Kinds whose values people look for by themselves; of numbers and yes or no there are filters only. */
const WITH_AISLES: readonly AttributeLine['type'][] = ['text', 'many', 'colour'];

/** What is known of products: what it is called, and what plans may do with it. Each change holds at once. */
@Component({
  selector: 'desk-attributes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, RouterLink],
  templateUrl: './attributesPage.html',
  styleUrls: ['../shell/sheet.scss', './attributesPage.scss'],
})
export class AttributesPage {
  private readonly api = inject(Api);
  private readonly making = inject(CatalogueApi);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly catalogue = inject(CatalogueWords);
  private readonly words = inject(RangeVocabulary);
  protected readonly flags = FLAGS;
  protected readonly types = Object.entries(TYPES) as [AttributeLine['type'], string][];
  protected readonly lines = signal<readonly AttributeLine[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  protected readonly languages = computed(() => this.words.words()?.languages ?? ['en']);
  protected readonly products = computed(() => this.words.words()?.products ?? 0);

  constructor() {
    this.read();
  }

  private read(): void {
    this.api.attributes().subscribe({
      next: (lines) => this.lines.set(lines),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected mayHaveAisles({ type }: AttributeLine): boolean {
    return WITH_AISLES.includes(type);
  }

  protected label(line: AttributeLine, lang: string): string {
    return line.labels[lang] ?? '';
  }

  protected share({ products }: AttributeLine): number {
    return this.products() ? Math.round((products / this.products()) * 100) : 0;
  }

  protected retype(line: AttributeLine, type: AttributeLine['type']): void {
    const aisles = line.aisles && WITH_AISLES.includes(type);
    this.change(line, { type, aisles }, `Now ${TYPES[type]}`);
  }

  protected toggle(line: AttributeLine, flag: Flag): void {
    const { name } = FLAGS.find((one) => one.flag === flag)!;
    this.change(line, { [flag]: !line[flag] }, `${line[flag] ? 'No longer' : 'Now'} ${name}`);
  }

  protected rename(line: AttributeLine, lang: string, text: string): void {
    const { [lang]: _, ...others } = line.labels;
    this.change(line, { labels: text.trim() ? { ...others, [lang]: text.trim() } : others }, 'Renamed');
  }

  protected measure(line: AttributeLine, unit: string): void {
    this.change(line, { unit: unit.trim() || null }, 'Unit changed');
  }

  /** A number as each of the forms writes it; the one in use is among them. */
  protected forms({ grouped, decimals }: AttributeLine): { sample: string; used: boolean }[] {
    const [lang] = this.languages();
    return FORMS.map((form) => ({
      sample: numberText(SAMPLE, lang, form),
      used: form.grouped === grouped && form.decimals === decimals,
    }));
  }

  protected writeAs(line: AttributeLine, at: number): void {
    this.change(line, FORMS[at], 'Written otherwise');
  }

  protected make(label: HTMLInputElement, kind: HTMLSelectElement, unit: HTMLInputElement): void {
    if (!label.value.trim()) return;
    this.working.set(true);
    this.problem.set(null);
    const wish = {
      label: label.value.trim(),
      type: kind.value as AttributeLine['type'],
      unit: unit.value.trim() || null,
    };
    this.making.createAttribute(wish).subscribe({
      next: () => {
        label.value = unit.value = '';
        this.working.set(false);
        this.read();
        this.catalogue.load();
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }

  /** Holds at once, with a way back. */
  private change(line: AttributeLine, change: Partial<AttributeChange>, done: string): void {
    const { labels, type, unit, filterable, onCards, aisles, grouped, decimals } = line;
    const before: AttributeChange = { labels, type, unit, filterable, onCards, aisles, grouped, decimals };
    this.write(line.key, { ...before, ...change }, () =>
      this.messages
        .open(`${this.title(line)}: ${done.toLowerCase()}.`, 'Undo', { duration: 8_000 })
        .onAction()
        .subscribe(() => this.write(line.key, before)),
    );
  }

  private write(key: string, change: AttributeChange, then?: () => void): void {
    this.working.set(true);
    this.problem.set(null);
    this.api.changeAttribute(key, change).subscribe({
      next: (written) => {
        this.working.set(false);
        this.lines.update((lines) => lines && lines.map((line) => (line.key === key ? written : line)));
        this.store.dispatch(FloorActions.shopChanged());
        this.catalogue.load();
        then?.();
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
        // What was typed or ticked goes back to what holds.
        this.lines.update((lines) => lines && lines.map((line) => (line.key === key ? { ...line } : line)));
      },
    });
  }

  protected title({ labels, key }: AttributeLine): string {
    return labels[this.languages()[0]] || key;
  }
}
