import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import type { Preview, Problem, StoredDesign } from '@fond/contract';
import { addressOf } from '@fond/contract';
import {
  applyDesign,
  DESIGN_KINDS,
  DESIGNS,
  WIDTH_NAMES,
  type Design,
  type DesignFacts,
  type DesignKind,
  type PageDesign,
  type Plan,
} from '@fond/core';
import { Api } from '../api/api';
import { AisleChoice } from '../draft/aisleChoice';
import { PlanEditor } from '../draft/planEditor';
import { FilePick } from '../shell/filePick';
import { ShopFrame } from '../product/shopFrame';
import { floorFeature } from '../store/floor.feature';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { changesInWords } from '../wording/sentences';
import { DESIGN_WORDS } from './designWords';
import { KeepDesign } from './keepDesign';
import { KeptDesigns } from './keptDesigns';
import { RowName } from './rowName';

const ASK_AFTER = 80;

interface Answer {
  page: Preview['page'];
  problem: Problem | null;
}

/** The plan as if it alone served the aisle: a new plan serves none yet, and its page is to be seen all the same. */
const standingIn = (plan: Plan, aisleKey: string): Plan => ({
  ...plan,
  id: 'starting-point',
  reach: { include: [{ kind: 'aisle', aisle: aisleKey }], exclude: [] },
  rank: 1000,
});

/**
 * Starting points: ready pages, cards, sets of badges and looks, each seen on the shop's own products at three widths, with
 * what it changes in words, before it is taken over as one step that can be undone.
 */
@Component({
  selector: 'desk-design-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleChoice, FilePick, KeepDesign, MatButtonModule, MatProgressBarModule, RowName, ShopFrame],
  template: `
    <div class="bed slip">
      <h2>Starting points</h2>
      <p class="hint">
        Look at any of them on your own products. Nothing changes before you take one over, and that is one
        step to undo. What the shelf shows, its order and the filters you chose stay yours.
      </p>
      <p class="own">
        <button
          mat-stroked-button
          type="button"
          [attr.aria-expanded]="keeping()"
          (click)="keeping.set(!keeping())"
        >
          Keep this plan as one …
        </button>
        <desk-file-pick words="Read one from a file …" accept=".json" (picked)="kept.read($event)" />
      </p>
      @if (keeping()) {
        <desk-keep-design (done)="keeping.set(false)" />
      } @else if (kept.problem(); as told) {
        <p class="turned" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
        </p>
      }
      <p class="said" role="status">
        {{ kept.said() }}
        @if (kept.takenAway()) {
          <button type="button" class="word" (click)="kept.putBack()">Put it back</button>
        }
      </p>
      @if (kept.list(); as list) {
        @if (list.length) {
          <h3>Kept in this shop</h3>
          <ul class="kept">
            @for (one of list; track one.id) {
              <li>
                <b>{{ one.name }}</b>
                <span>{{ one.about }} {{ keptWords(one) }}</span>
                <span class="row">
                  @for (design of partsOf(one); track design.kind) {
                    <button
                      type="button"
                      class="choice"
                      [attr.aria-pressed]="isChosen(design)"
                      (click)="look(design)"
                    >
                      {{ words[design.kind].kept }}
                    </button>
                  }
                </span>
                <span class="row">
                  <desk-row-name [name]="one.name" (named)="kept.rename(one, $event)" />
                  <a class="word" [href]="fileOf(one)" [download]="one.name + '.json'">File</a>
                  <button type="button" class="word" (click)="kept.remove(one)">
                    Take away<span class="unseen">: {{ one.name }}</span>
                  </button>
                </span>
              </li>
            }
          </ul>
        }
      }
      @for (kind of kinds; track kind) {
        <h3>{{ words[kind].list }}</h3>
        <ul>
          @for (one of of(kind); track one.id) {
            <li>
              <button type="button" [attr.aria-pressed]="isChosen(one)" (click)="look(one)">
                <b>{{ one.name }}</b>
                <span>{{ one.about }}</span>
              </button>
            </li>
          }
        </ul>
      }
    </div>
    <div class="seen">
      <div class="tools">
        <desk-aisle-choice />
        @if (chosen(); as one) {
          <b>{{ one.name }}</b>
          @if (page(); as whole) {
            @if (whole.card; as card) {
              <label
                ><input type="checkbox" [checked]="withCard()" (change)="withCard.set(!withCard())" /> with
                the card “{{ nameOf('card', card) }}”</label
              >
            }
            @if (whole.look; as look) {
              <label
                ><input type="checkbox" [checked]="withLook()" (change)="withLook.set(!withLook())" /> with
                the look “{{ nameOf('look', look) }}”</label
              >
            }
          }
          <button mat-button type="button" (click)="chosen.set(null)">As it is now</button>
          <button mat-flat-button type="button" [disabled]="!changes().length" (click)="take()">
            Take it over
          </button>
        } @else {
          <span class="quiet">The page as it is now.</span>
        }
      </div>
      @if (answer().problem; as told) {
        <p class="turned" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
        </p>
      }
      @if (chosen()) {
        <p class="changes" role="status">
          @if (changes().length) {
            Changes {{ changes().join('; ') }}.
          } @else {
            The plan is like that already.
          }
        </p>
      }
      <div class="frames">
        @for (width of widths; track width) {
          <figure [class]="width">
            <desk-shop-frame
              called="The page"
              [plan]="editor.plan()?.id ?? null"
              [address]="editor.address()"
              [page]="answer().page"
              [width]="width"
            />
            <figcaption>{{ width }}</figcaption>
          </figure>
        }
      </div>
    </div>
  `,
  styleUrl: './designSheet.scss',
})
export class DesignSheet {
  private readonly api = inject(Api);
  private readonly vocabulary = inject(BriefVocabulary);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  protected readonly editor = inject(PlanEditor);
  protected readonly kinds = DESIGN_KINDS;
  protected readonly words = DESIGN_WORDS;
  protected readonly kept = inject(KeptDesigns);
  protected readonly keeping = signal(false);
  protected readonly widths = WIDTH_NAMES;
  protected readonly chosen = signal<Design | null>(null);
  protected readonly page = computed((): PageDesign | null => {
    const one = this.chosen();
    return one?.kind === 'page' ? one : null;
  });
  /** A page can bring along what goes well with it. */
  protected readonly withCard = signal(true);
  protected readonly withLook = signal(true);

  private readonly facts = computed((): DesignFacts => ({
    attributes: (this.editor.vocabulary()?.attributes ?? [])
      .filter(({ onCards }) => onCards)
      .sort((a, b) => b.coverage - a.coverage)
      .map(({ key }) => key),
    categories: (this.floor()?.aisles ?? [])
      .filter(({ kind, parent }) => kind === 'category' && parent === null)
      .map(({ key }) => ({ id: Number(key.slice('category:'.length)) })),
  }));
  /** The plan as it would be; as it is while none is looked at. */
  private readonly candidate = computed((): Plan | null => {
    const [plan, design, page] = [this.editor.plan(), this.chosen(), this.page()];
    if (!plan || !design) return plan;
    const more = page
      ? [
          this.find('card', this.withCard() ? page.card : null),
          this.find('look', this.withLook() ? page.look : null),
        ].flatMap((one) => one ?? [])
      : [];
    return [design, ...more].reduce((before, one) => applyDesign(before, one, this.facts()), plan);
  });
  protected readonly changes = computed((): string[] => {
    const [plan, next] = [this.editor.plan(), this.candidate()];
    if (!plan || !next || plan === next) return [];
    return changesInWords(plan, next, this.vocabulary.words(this.editor.lang())).map(
      ({ title, settings }) =>
        `“${title}”${settings.length ? ` (${settings.length} ${settings.length === 1 ? 'setting' : 'settings'})` : ''}`,
    );
  });

  /** The aisle that is looked at; none on a product's page. */
  private readonly aisleKey = computed(() => {
    const path = this.editor.address().split('?')[0];
    return this.floor()?.aisles.find((aisle) => aisle.path === path)?.key ?? null;
  });
  private readonly asked = computed(
    () => ({ plan: this.candidate(), address: this.editor.address(), key: this.aisleKey() }),
    { equal: (a, b) => a.plan === b.plan && a.address === b.address && a.key === b.key },
  );
  protected readonly answer = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(ASK_AFTER),
      switchMap(({ plan, address, key }) =>
        plan
          ? this.api.preview(key === null ? plan : standingIn(plan, key), address).pipe(
              map(({ page }): Answer => ({ page, problem: null })),
              catchError((problem: Problem) => of<Answer>({ page: null, problem })),
            )
          : of<Answer>({ page: null, problem: null }),
      ),
    ),
    { initialValue: { page: null, problem: null } as Answer },
  );

  protected of(kind: DesignKind): Design[] {
    return DESIGNS.filter((one) => one.kind === kind);
  }

  constructor() {
    void this.kept.load();
  }

  private find(kind: DesignKind, id: string | null): Design | undefined {
    return [...DESIGNS, ...this.kept.designs()].find((one) => one.kind === kind && one.id === id);
  }

  protected nameOf(kind: DesignKind, id: string): string {
    return this.find(kind, id)?.name ?? id;
  }

  protected partsOf({ id }: StoredDesign): Design[] {
    return this.kept.designs().filter((one) => one.id === `kept-${id}`);
  }

  protected keptWords({ createdBy, createdAt }: StoredDesign): string {
    return `Kept by ${createdBy}, ${new Date(createdAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}.`;
  }

  protected fileOf({ id }: StoredDesign): string {
    return addressOf('exportDesign', { id });
  }

  protected isChosen({ kind, id }: Design): boolean {
    const chosen = this.chosen();
    return chosen?.kind === kind && chosen.id === id;
  }

  protected look(design: Design): void {
    this.chosen.set(this.isChosen(design) ? null : design);
  }

  protected take(): void {
    const [design, next] = [this.chosen(), this.candidate()];
    if (!design || !next) return;
    this.editor.edit(`starting point “${design.name}”`, () => next);
    this.chosen.set(null);
  }
}
