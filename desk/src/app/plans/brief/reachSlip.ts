import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import { HOUSE_PLAN_ID, type AisleKind, type Reach, type ReachRule } from '@fond/core';
import { floorFeature } from '../../floor/floor.feature';
import { planFeature } from '../state/plan.feature';
import { PlanEditor } from '../state/planEditor';
import { kindWord, ruleWords } from './reachWords';

type Side = keyof Reach;
const SIDES: readonly { side: Side; legend: string; add: string }[] = [
  { side: 'include', legend: 'Serves', add: 'Also serve' },
  { side: 'exclude', legend: 'Except', add: 'Leave out' },
];
const KINDS: readonly AisleKind[] = ['category', 'collection', 'tag', 'front', 'search'];

/** Which aisles the plan serves. What that means, and where another plan is just as exact, is told at once. */
@Component({
  selector: 'desk-reach-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
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
                @for (kind of kinds; track kind) {
                  <option [value]="'kind:' + kind">{{ kindWord(kind) }}</option>
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
      @if (disputes().length) {
        <div class="disputes" role="status">
          <strong>In dispute</strong>
          <ul>
            @for (dispute of disputes(); track dispute.path + dispute.plan.id) {
              <li>
                {{ dispute.title }} is claimed just as exactly by <em>{{ dispute.plan.name }}</em>
                <button type="button" class="word" (click)="leaveOut(dispute.path)">leave it out here</button>
              </li>
            }
          </ul>
        </div>
      }
    }
  `,
})
export class ReachSlip {
  private readonly store = inject(Store);
  private readonly editor = inject(PlanEditor);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  protected readonly sides = SIDES;
  protected readonly kinds = KINDS;
  protected readonly kindWord = kindWord;
  protected readonly house = computed(() => this.editor.plan()?.id === HOUSE_PLAN_ID);
  protected readonly disputes = computed(() => this.preview()?.disputes ?? []);

  /** Aisles with how deep they hang, so that a plain list can show the tree. */
  protected readonly aisles = computed(() => {
    const depths = new Map<string, number>();
    return (this.floor()?.aisles ?? []).map((aisle) => {
      const depth = aisle.parent === null ? 0 : (depths.get(aisle.parent) ?? 0) + 1;
      depths.set(aisle.key, depth);
      return { key: aisle.key, title: aisle.title, depth };
    });
  });

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

  protected leaveOut(path: string): void {
    const aisle = this.floor()?.aisles.find((one) => one.path === path);
    if (aisle) this.change('exclude', (rules) => [...rules, { kind: 'aisle', aisle: aisle.key }]);
  }

  private change(side: Side, change: (rules: readonly ReachRule[]) => readonly ReachRule[]): void {
    this.editor.edit('reach', (plan) => ({
      ...plan,
      reach: { ...plan.reach, [side]: change(plan.reach[side]) },
    }));
  }
}

/** A choice of the list as a rule: `kind:tag`, `category:12`, `front`. */
function ruleOf(choice: string): ReachRule {
  const [kind, id] = choice.split(':');
  if (kind === 'kind') return { kind: 'aisles', of: id as AisleKind };
  if (kind === 'category') return { kind: 'category', category: Number(id), below: true };
  return { kind: 'aisle', aisle: choice };
}
