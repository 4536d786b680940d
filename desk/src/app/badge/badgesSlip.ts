import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatIconModule } from '@angular/material/icon';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import type { BadgeReport, Problem } from '@fond/contract';
import {
  badgeFaults,
  pictureRatioOf,
  cardPictures,
  colourOf,
  coveredShare,
  MAX_BADGE_RULES,
  MAX_BADGES,
  MAX_COVERED,
  sampleText,
  textIn,
  WIDTH_NAMES,
  type BadgeRule,
  type Colours,
  USUAL_LOOK,
} from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { withMostBadges, withNewRule, withoutRule, withRule, withRuleAt } from '../draft/badgeEdits';
import { PlanEditor } from '../draft/planEditor';
import { BadgeExample, type Example } from './badgeExample';
import { BadgeFields } from './badgeFields';
import { RowTools } from '../field/rowTools';
import { Stepper } from '../field/stepper';

/** Answers follow the last edit by so much. */
const ASK_AFTER = 150;

interface Answer {
  report: BadgeReport | null;
  problem: Problem | null;
}

/** The rules of a plan's badges in order of priority, each with how many products carry it, and where rules meet. */
@Component({
  selector: 'desk-badges-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BadgeExample, BadgeFields, CdkDrag, CdkDragHandle, CdkDropList, MatIconModule, RowTools, Stepper],
  templateUrl: './badgesSlip.html',
  styleUrl: './badgesSlip.scss',
})
export class BadgesSlip {
  /** On a sheet of its own there is room for every pair of rules. */
  readonly whole = input(false);
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  protected readonly mostRules = MAX_BADGE_RULES;
  protected readonly mostBadges = MAX_BADGES;
  protected readonly widths = WIDTH_NAMES;
  /** The rule that is being edited. */
  protected readonly edited = signal<string | null>(null);
  protected readonly settings = computed(() => this.editor.plan()?.badges ?? null);

  private readonly asked = computed(() => ({ plan: this.editor.plan(), address: this.editor.address() }), {
    equal: (a, b) =>
      a.address === b.address && a.plan?.badges === b.plan?.badges && a.plan?.id === b.plan?.id,
  });
  private readonly answer = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(ASK_AFTER),
      switchMap(({ plan, address }) =>
        plan
          ? this.api.badges(plan, address).pipe(
              map((report): Answer => ({ report, problem: null })),
              catchError((problem: Problem) => of<Answer>({ report: null, problem })),
            )
          : of<Answer>({ report: null, problem: null }),
      ),
    ),
    { initialValue: { report: null, problem: null } satisfies Answer as Answer },
  );
  protected readonly report = computed(() => this.answer().report);
  protected readonly problem = computed(() => this.answer().problem);
  private readonly counts = computed(() => new Map(this.report()?.rules.map((rule) => [rule.id, rule])));

  protected readonly pictureWidths = computed(() => {
    const plan = this.editor.plan();
    return plan ? cardPictures(plan) : null;
  });
  protected readonly faults = computed(() => {
    const [plan, pictures] = [this.editor.plan(), this.pictureWidths()];
    return new Map(plan && pictures ? badgeFaults(plan, pictures).map((fault) => [fault.id, fault]) : []);
  });
  /** Height of the card's picture by its width. */
  protected readonly ratio = computed(() => pictureRatioOf(this.editor.plan() ?? { fixtures: [] }));
  /** How much of its picture the card with the most badges hides, at each width; null where no card has one. */
  protected readonly fullest = computed(() => {
    const [settings, fullest, pictures] = [this.settings(), this.report()?.fullest, this.pictureWidths()];
    if (!settings || !fullest || !pictures) return null;
    const drawn = fullest.badges.flatMap(({ key, text }) => {
      const look = settings.rules.find(({ id }) => id === key);
      return look ? [{ text, look }] : [];
    });
    const shares = coveredShare(drawn, pictures, this.ratio());
    return {
      title: fullest.title,
      badges: fullest.badges.map(({ text }) => text).join(', '),
      shares: WIDTH_NAMES.map((width) => ({ width, percent: Math.round(shares[width] * 100) })),
      tooMuch: WIDTH_NAMES.some((width) => shares[width] > MAX_COVERED),
    };
  });

  /** The text of a rule in the window's language, as it is written. */
  protected textOf(id: string): string {
    const rule = this.settings()?.rules.find((one) => one.id === id);
    const languages = this.editor.vocabulary()?.languages ?? [];
    return rule ? textIn(rule.text, this.editor.lang(), languages) || 'no words yet' : id;
  }

  /** Products that meet two rules, the first of which stands first. */
  protected met(first: string, second: string): number {
    return this.report()?.pairs.find((pair) => pair.first === first && pair.second === second)?.products ?? 0;
  }

  protected sampleOf(id: string): string {
    return sampleText(this.textOf(id));
  }

  /** A product of the aisle that carries it. */
  protected exampleOf({ id }: BadgeRule): Example | null {
    return this.counts().get(id)?.example ?? null;
  }

  protected colours(): Colours {
    return this.editor.plan()?.look.colours ?? USUAL_LOOK.colours;
  }

  protected paint(paint: BadgeRule['ground']): string {
    return colourOf(paint, this.colours());
  }

  protected evidence({ id, on }: BadgeRule): string {
    const counted = this.counts().get(id);
    if (!counted) return '';
    if (counted.fault?.kind === 'number')
      return `asks for numbers of ${counted.fault.name}, which is no number`;
    if (counted.fault) return `names ${counted.fault.kind} ${counted.fault.name}, which is gone`;
    if (!on) return `off; ${counted.shop} in the shop would carry it`;
    return `${counted.aisle} here, ${counted.shop} in the shop`;
  }

  protected broken({ id }: BadgeRule): boolean {
    return Boolean(this.counts().get(id)?.fault) || this.faults().has(id);
  }

  protected change(rule: BadgeRule, what: string, change: Partial<BadgeRule>): void {
    this.editor.edit(`badge ${rule.id}: ${what}`, (plan) => withRule(plan, rule.id, change));
  }

  protected shift(from: number, to: number): void {
    this.editor.edit('order of badges', (plan) => withRuleAt(plan, from, to));
  }

  protected move({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.shift(previousIndex, currentIndex);
  }

  protected add(): void {
    const plan = this.editor.plan();
    if (!plan) return;
    const added = withNewRule(plan, { [this.editor.lang()]: 'Our choice' });
    this.editor.edit('add a badge', () => added.plan);
    this.edited.set(added.id);
  }

  protected remove({ id }: BadgeRule): void {
    this.editor.edit(`take away badge ${id}`, (plan) => withoutRule(plan, id));
  }

  protected most(most: number): void {
    this.editor.edit('badges on a card', (plan) => withMostBadges(plan, most));
  }
}
