import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import { mayAs, type Problem, type ShopSettings } from '@fond/contract';
import type { Texts } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { CatalogueWords } from '../wording/catalogueWords';
import { sessionFeature } from '../session/session.feature';
import { languageName } from '../records/languageName';
import { ZoneField } from '../field/zoneField';
import { FilePick } from '../shell/filePick';

type Said = 'titles' | 'descriptions' | 'searchHints' | 'tagTitles' | 'footers';

const SAID: readonly { key: Said; name: string; hint: string; most: number }[] = [
  { key: 'titles', name: 'Name', hint: 'at the head of every page, and in the title of each', most: 200 },
  { key: 'searchHints', name: 'Search hint', hint: 'in the empty search box', most: 80 },
  { key: 'tagTitles', name: 'Tags are called', hint: 'over their filter and at the foot', most: 80 },
  { key: 'footers', name: 'Last words', hint: 'at the foot of every page', most: 400 },
];

const CURRENCIES = new Intl.DisplayNames('en', { type: 'currency' });

/** Two-letter languages by name. */
const LANGUAGES =
  'ar bg ca cs da de el en es et fi fr ga he hr hu is it ja ko lt lv mt nl no pl pt ro ru sk sl sr sv th tr uk vi zh'
    .split(' ')
    .map((lang) => ({ lang, name: languageName(lang) }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));

/** What the shop calls itself and says around its pages, where it is, and how publishing works. Each change holds at once. */
@Component({
  selector: 'desk-shop',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, MatButtonModule, MatProgressBarModule, ZoneField],
  templateUrl: './shopPage.html',
  styleUrls: ['../shell/sheet.scss', './shopPage.scss'],
})
export class ShopPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly catalogue = inject(CatalogueWords);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);

  protected readonly said = SAID;
  protected readonly currencies = Intl.supportedValuesOf('currency').map((code) => ({
    code,
    name: CURRENCIES.of(code) ?? code,
  }));
  protected readonly settings = rxResource({ stream: () => this.api.settings() });
  protected readonly shop = computed(() => (this.settings.hasValue() ? this.settings.value() : null));
  protected readonly working = signal(false);
  private readonly refused = signal<Problem | null>(null);
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.settings.error()));
  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  protected readonly others = computed(() =>
    LANGUAGES.filter(({ lang }) => !this.shop()?.languages.includes(lang)),
  );

  protected readonly languageName = languageName;

  protected textIn(texts: Texts, lang: string): string {
    return lang in texts ? texts[lang] : '';
  }

  protected say(key: Said, lang: string, text: string): void {
    const { [lang]: _, ...others } = this.shop()![key];
    this.change({ [key]: text.trim() ? { ...others, [lang]: text.trim() } : others });
  }

  protected addLanguage(lang: string): void {
    if (lang) this.change({ languages: [...this.shop()!.languages, lang] });
  }

  protected makeOwn(lang: string): void {
    this.change({ languages: [lang, ...this.shop()!.languages.filter((other) => other !== lang)] });
  }

  protected dropLanguage(lang: string): void {
    this.change({ languages: this.shop()!.languages.filter((other) => other !== lang) });
  }

  protected takeLogo(file: File): void {
    this.working.set(true);
    this.api.uploadPicture(file).subscribe({
      next: ({ hash }) => this.change({ logo: hash }),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected change(change: Partial<ShopSettings>): void {
    const before = this.shop();
    if (!before) return;
    const kept = Object.fromEntries(
      Object.keys(change).map((key) => [key, before[key as keyof ShopSettings]]),
    ) as Partial<ShopSettings>;
    this.write(change, () =>
      this.messages
        .open('The shop is changed.', 'Undo', { duration: 8_000 })
        .onAction()
        .subscribe(() => this.write(kept)),
    );
  }

  private write(change: Partial<ShopSettings>, then?: () => void): void {
    this.working.set(true);
    this.refused.set(null);
    this.api.changeSettings(change).subscribe({
      next: (settings) => {
        this.working.set(false);
        this.settings.set(settings);
        this.store.dispatch(FloorActions.shopChanged());
        this.catalogue.load();
        then?.();
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  /** What was typed or chosen goes back to what holds. */
  private fail(problem: Problem): void {
    this.working.set(false);
    this.refused.set(problem);
    const shop = this.shop();
    if (shop) this.settings.set({ ...shop });
  }
}
