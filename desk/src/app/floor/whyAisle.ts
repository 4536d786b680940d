import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { WORDED_AISLES, type FloorAisle } from '@fond/contract';
import { HOUSE_PLAN_ID } from '@fond/core';
import { againstWords, exactnessWords, ruleWords } from '../wording/reachWords';
import { AisleWords } from '../catalogue/groups/aisleWords';
import { CategoryPicture } from '../catalogue/groups/categoryPicture';
import { floorFeature } from '../store/floor.feature';

/** Why an aisle uses its plan: the winner, every other candidate, and what keeps each from serving it. */
@Component({
  selector: 'desk-why-aisle',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleWords, CategoryPicture, MatButtonModule, RouterLink],
  template: `
    @if (aisle().standIn; as page) {
      <p>
        At its address shoppers find the free page
        <a [routerLink]="['/pages', page.key.slice(5)]">{{ page.title }}</a>. What follows is about the aisle
        behind it.
      </p>
    }
    <ol>
      @if (aisle().plan; as plan) {
        <li class="winner">
          <a [routerLink]="['/plans', plan.id]" [queryParams]="{ aisle: aisle().path }">{{ plan.name }}</a>
          <span>serves it: {{ winnerWords() }}</span>
        </li>
      } @else {
        <li>No plan reaches this aisle, so it isn’t in the shop.</li>
      }
      @for (other of aisle().others; track other.id) {
        <li [class.dispute]="other.against === 'dispute'">
          <a [routerLink]="['/plans', other.id]" [queryParams]="{ aisle: aisle().path }">{{ other.name }}</a>
          <span>{{ rule(other.rule) }}: {{ against(other.against) }}</span>
        </li>
      }
      @for (out of aisle().leftOut; track out.id) {
        <li>
          <a [routerLink]="['/plans', out.id]">{{ out.name }}</a>
          <span>{{ rule(out.rule) }}, but leaves it out: {{ rule(out.by) }}</span>
        </li>
      }
    </ol>
    @if (aisle().kind === 'category') {
      <desk-category-picture [aisle]="aisle()" />
    }
    @if (worded()) {
      <details [open]="words()">
        <summary>What it is called and says of itself</summary>
        @defer (on immediate) {
          <desk-aisle-words [key]="aisle().key" />
        }
      </details>
    }
    <p class="ways">
      <button mat-stroked-button type="button" (click)="ownPlan.emit()">
        {{
          below()
            ? 'Give it and the ' + below() + ' below it a plan of their own'
            : 'Give it a plan of its own'
        }}
      </button>
      @if (shared(); as plan) {
        <a mat-stroked-button [routerLink]="['/floor/share', aisle().key]">Use {{ plan.name }} again</a>
      }
      <a
        mat-button
        [href]="'/shop' + (aisle().path === '/' ? '' : aisle().path)"
        target="_blank"
        rel="noopener"
        >Open the live page</a
      >
    </p>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 12px 12px 40px;
    }
    ol {
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
    }
    li {
      padding: 2px 0;
    }
    a:not([mat-button], [mat-stroked-button]) {
      margin-inline-end: 8px;
      font-weight: 600;
      color: var(--petrol);
    }
    li span {
      color: var(--quiet);
    }
    .winner span {
      color: var(--ink);
    }
    .dispute span {
      color: var(--vermilion);
    }
    .ways {
      display: flex;
      gap: 8px;
      margin: 0;
    }
  `,
})
export class WhyAisle {
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  readonly aisle = input.required<FloorAisle>();
  /** Whether its texts are open at once. */
  readonly words = input(false);
  readonly ownPlan = output();
  protected readonly against = againstWords;
  protected readonly winnerWords = computed(() => {
    const { why } = this.aisle();
    return why ? exactnessWords(why, this.aisle(), this.floor()?.aisles ?? []) : '';
  });
  /** The plan that would serve it if its present one left it; none where that is the house plan. */
  protected readonly shared = computed(() =>
    this.aisle().plan?.id === HOUSE_PLAN_ID ? null : (this.aisle().others[0] ?? null),
  );

  /** Categories below it, which a plan of its own would serve along. */
  protected readonly below = computed(() => {
    const aisles = this.floor()?.aisles ?? [];
    if (this.aisle().kind !== 'category') return 0;
    const within = new Set([this.aisle().key]);
    // Aisles are listed after the ones above them.
    for (const { key, parent, kind } of aisles)
      if (kind === 'category' && parent !== null && within.has(parent)) within.add(key);
    return within.size - 1;
  });
  protected readonly worded = computed(() => WORDED_AISLES.some((kind) => kind === this.aisle().kind));

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => nativeElement.scrollIntoView({ block: 'nearest' }));
  }

  protected rule(rule: FloorAisle['others'][number]['rule']): string {
    return ruleWords(rule, this.floor()?.aisles ?? []);
  }
}
