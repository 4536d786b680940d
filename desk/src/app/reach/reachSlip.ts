import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import { switchMap } from 'rxjs';
import type { AisleMove, Dispute, Problem } from '@fond/contract';
import { AISLE_KINDS, HOUSE_PLAN_ID, type AisleKind, type Reach, type ReachRule } from '@fond/core';
import { Api } from '../api/api';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { kindWord, ruleWords } from '../wording/reachWords';
import { fewestRules } from './fewestRules';
import { ReachMap } from './reachMap';
import { Stepper } from '../field/stepper';
import { shortList } from '../wording/words';

interface Overlap {
  plan: Dispute['plan'];
  aisles: readonly Dispute[];
  titles: string;
}

type Side = keyof Reach;
const SIDES: readonly { side: Side; legend: string; add: string }[] = [
  { side: 'include', legend: 'Serves', add: 'Also serve' },
  { side: 'exclude', legend: 'Except', add: 'Leave out' },
];

/** Which aisles the plan serves. What that means, and where another plan is just as exact, is told at once. */
@Component({
  selector: 'desk-reach-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule, ReachMap, Stepper],
  template: `
    @if (house()) {
      <p>
        The house plan serves every aisle that no other plan serves. Give an aisle a plan of its own on the
        floor.
      </p>
    } @else {
      @for (part of sides; track part.side) {
        <fieldset>
          <legend>{{ part.legend }}</legend>
          <ul class="entries">
            @for (rule of rules(part.side); track $index) {
              <li>
                <span class="grow">{{ words(rule) }}</span>
                @if (rule.kind === 'category') {
                  <label class="short"
                    ><input type="checkbox" [checked]="rule.below" (change)="below(part.side, $index)" /> with
                    all below</label
                  >
                }
                <button
                  type="button"
                  class="tool"
                  (click)="remove(part.side, $index)"
                  [attr.aria-label]="'Take away: ' + words(rule)"
                >
                  <mat-icon svgIcon="close" />
                </button>
              </li>
            } @empty {
              <li class="none">{{ part.side === 'include' ? 'No aisle yet' : 'Nothing is left out' }}</li>
            }
          </ul>
          <label class="line">
            <span>{{ part.add }}</span>
            <select [value]="''" (change)="add(part.side, $any($event.target))">
              <option value="">choose …</option>
              <optgroup label="All of a kind">
                <option value="everything">every aisle</option>
                @for (kind of kinds; track kind) {
                  <option [value]="'kind:' + kind">{{ kindWord(kind) }}</option>
                }
                @for (attribute of attributes(); track attribute.key) {
                  <option [value]="'values:' + attribute.key">all of {{ attribute.title }}</option>
                }
              </optgroup>
              <optgroup label="One aisle">
                @for (aisle of aisles(); track aisle.key) {
                  <option [value]="aisle.key">{{ indent(aisle.depth) }}{{ aisle.title }}</option>
                }
              </optgroup>
            </select>
          </label>
        </fieldset>
      }
      <p>
        <button type="button" class="choice" [attr.aria-expanded]="mapped()" (click)="mapped.set(!mapped())">
          {{ mapped() ? 'Close the map' : 'On the map' }}
        </button>
      </p>
      @if (mapped()) {
        <desk-reach-map />
      }
      @if (moves(); as found) {
        <p class="moves" role="status">
          @if (found.gained.length) {
            <b class="figures">+{{ found.gained.length }}</b> {{ list(found.gained) }}.
          }
          @if (found.lost.length) {
            <b class="figures">−{{ found.lost.length }}</b> {{ list(found.lost) }}.
          }
          @if (!found.gained.length && !found.lost.length) {
            It serves the aisles that it serves live.
          }
        </p>
      }
      @for (overlap of overlaps(); track overlap.plan.id) {
        <div class="disputes" role="status">
          <strong>{{ overlap.plan.name }}</strong> claims
          {{ overlap.aisles.length === 1 ? '' : overlap.aisles.length + ' aisles' }}
          <em>{{ overlap.titles }}</em> just as exactly.
          <div class="ways">
            <button type="button" class="choice" (click)="leaveOutHere(overlap)">
              Leave {{ overlap.aisles.length === 1 ? 'it' : 'them' }} out here
            </button>
            <button type="button" class="choice" [disabled]="busy()" (click)="leaveOutThere(overlap)">
              Leave {{ overlap.aisles.length === 1 ? 'it' : 'them' }} out there
            </button>
            <button type="button" class="choice" (click)="outrank(overlap)">
              Take over: rank this plan higher
            </button>
          </div>
        </div>
      }
      @if (told(); as said) {
        <p class="hint" role="status">
          {{ said.words }}
          @if (said.back; as back) {
            <button type="button" class="choice" [disabled]="busy()" (click)="takeBack(back)">
              Undo it there
            </button>
          }
        </p>
      }
      <desk-stepper
        label="Rank, where plans claim an aisle alike"
        [value]="editor.plan()?.rank ?? 0"
        [least]="0"
        [most]="1000"
        (changed)="rank($event)"
      />
    }
  `,
})
export class ReachSlip {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  protected readonly editor = inject(PlanEditor);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  protected readonly sides = SIDES;
  protected readonly kinds = AISLE_KINDS;
  protected readonly kindWord = kindWord;
  protected readonly house = computed(() => this.editor.plan()?.id === HOUSE_PLAN_ID);
  protected readonly moves = computed(() => {
    const preview = this.preview();
    return preview && { gained: preview.gained, lost: preview.lost };
  });
  /** Aisles in dispute by the other plan. */
  protected readonly overlaps = computed((): Overlap[] => {
    const byPlan = new Map<string, Dispute[]>();
    for (const dispute of this.preview()?.disputes ?? [])
      byPlan.set(dispute.plan.id, [...(byPlan.get(dispute.plan.id) ?? []), dispute]);
    return [...byPlan.values()].map((aisles) => ({
      plan: aisles[0].plan,
      aisles,
      titles: shortList(
        aisles.map(({ title }) => title),
        4,
      ),
    }));
  });
  protected readonly busy = signal(false);
  protected readonly mapped = signal(false);
  /** What was done in the other plan. */
  protected readonly told = signal<{
    words: string;
    back: { plan: Dispute['plan']; rules: readonly ReachRule[] } | null;
  } | null>(null);

  /** Aisles with how deep they hang, so that a plain list can show the tree. */
  protected readonly aisles = computed(() => {
    const depths = new Map<string, number>();
    return (this.floor()?.aisles ?? []).map((aisle) => {
      const depth = aisle.parent === null ? 0 : (depths.get(aisle.parent) ?? 0) + 1;
      depths.set(aisle.key, depth);
      return { key: aisle.key, title: aisle.title, depth };
    });
  });

  /** Attributes whose values have aisles. */
  protected readonly attributes = computed(() => [
    ...new Map(
      (this.floor()?.aisles ?? []).flatMap(({ attribute }) =>
        attribute ? [[attribute.key, attribute] as const] : [],
      ),
    ).values(),
  ]);

  protected indent(depth: number): string {
    return '\u00a0\u00a0\u00a0'.repeat(depth);
  }

  protected rules(side: Side): readonly ReachRule[] {
    return this.editor.plan()?.reach[side] ?? [];
  }

  protected words(rule: ReachRule): string {
    return ruleWords(
      rule.kind === 'category' ? { ...rule, below: true } : rule,
      this.floor()?.aisles ?? [],
    ).replace(/ and all below it$/, '');
  }

  protected add(side: Side, field: HTMLSelectElement): void {
    const { value } = field;
    field.value = '';
    if (!value) return;
    const rule = ruleOf(value);
    this.change(side, (rules) =>
      rules.some((one) => JSON.stringify(one) === JSON.stringify(rule)) ? rules : [...rules, rule],
    );
  }

  protected below(side: Side, at: number): void {
    this.change(side, (rules) =>
      rules.map((rule, place) =>
        place === at && rule.kind === 'category' ? { ...rule, below: !rule.below } : rule,
      ),
    );
  }

  protected remove(side: Side, at: number): void {
    this.change(side, (rules) => rules.filter((_, place) => place !== at));
  }

  protected list(moves: readonly AisleMove[]): string {
    const words = moves.map(({ title, plan }) => (plan ? `${title} (${plan.name})` : title));
    return shortList(words, 5);
  }

  protected leaveOutHere({ aisles }: Overlap): void {
    this.change('exclude', (rules) => [...rules, ...this.leaving(aisles)]);
  }

  /** Few rules that leave the aisles out: a category with all below it by one. */
  private leaving(aisles: readonly Dispute[]): ReachRule[] {
    return fewestRules(
      aisles.map(({ key }) => key),
      this.floor()?.aisles ?? [],
    );
  }

  /** The other plan's draft leaves the aisles out; both are published together then. */
  protected leaveOutThere({ plan, aisles }: Overlap): void {
    const leaving = this.leaving(aisles);
    const said = leaving.map((rule) => ruleWords(rule, this.floor()?.aisles ?? []));
    this.changeThere(
      plan,
      (exclude) => [...exclude, ...leaving],
      `The draft of “${plan.name}” leaves out ${shortList(said, 4)}. Publish both together; until then the overlap stands.`,
      leaving,
    );
  }

  /** What the other plan's draft was told to leave out, it serves again. */
  protected takeBack({ plan, rules }: { plan: Dispute['plan']; rules: readonly ReachRule[] }): void {
    const gone = new Set(rules.map((rule) => JSON.stringify(rule)));
    this.changeThere(
      plan,
      (exclude) => exclude.filter((rule) => !gone.has(JSON.stringify(rule))),
      `The draft of “${plan.name}” leaves nothing out any more that this plan asked for.`,
      null,
    );
  }

  private changeThere(
    plan: Dispute['plan'],
    change: (exclude: readonly ReachRule[]) => readonly ReachRule[],
    words: string,
    left: readonly ReachRule[] | null,
  ): void {
    this.busy.set(true);
    this.api
      .readPlan(plan.id)
      .pipe(
        switchMap(({ document, version }) => {
          const { include, exclude } = document.reach;
          return this.api.savePlan({ ...document, reach: { include, exclude: change(exclude) } }, version);
        }),
      )
      .subscribe({
        next: () => {
          this.busy.set(false);
          this.told.set({ words, back: left && { plan, rules: left } });
          this.store.dispatch(FloorActions.shopChanged());
        },
        error: (problem: Problem) => {
          this.busy.set(false);
          this.told.set({ words: `${problem.title}. ${problem.detail}`, back: null });
        },
      });
  }

  protected outrank({ plan }: Overlap): void {
    this.rank(plan.rank + 1);
  }

  protected rank(rank: number): void {
    this.told.set(null);
    this.editor.edit('rank', (plan) => ({ ...plan, rank }));
  }

  private change(side: Side, change: (rules: readonly ReachRule[]) => readonly ReachRule[]): void {
    this.told.set(null);
    this.editor.edit('reach', (plan) => ({
      ...plan,
      reach: { ...plan.reach, [side]: change(plan.reach[side]) },
    }));
  }
}

/** A choice of the list as a rule: `kind:tag`, `values:material`, `category:12`, `front`. */
function ruleOf(choice: string): ReachRule {
  const [kind, id] = choice.split(':');
  if (kind === 'everything') return { kind };
  if (kind === 'values') return { kind, attribute: id };
  if (kind === 'kind') return { kind: 'aisles', of: id as AisleKind };
  if (kind === 'category') return { kind: 'category', category: Number(id), below: true };
  return { kind: 'aisle', aisle: choice };
}
