import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { floorFeature } from '../store/floor.feature';

interface Target {
  kind: 'Aisle' | 'Plan' | 'Screen' | 'Product';
  name: string;
  detail: string;
  commands: string[];
  query?: Record<string, string>;
}

const SCREENS: readonly Target[] = [
  { kind: 'Screen', name: 'Floor', detail: 'All aisles', commands: ['/floor'] },
  { kind: 'Screen', name: 'Products', detail: 'The whole catalogue', commands: ['/products'] },
  { kind: 'Screen', name: 'Categories', detail: 'The tree', commands: ['/categories'] },
  { kind: 'Screen', name: 'Tags', detail: 'Words on products', commands: ['/tags'] },
  { kind: 'Screen', name: 'Editions', detail: 'What was published', commands: ['/editions'] },
  {
    kind: 'Screen',
    name: 'Calendar',
    detail: 'What is scheduled',
    commands: ['/editions'],
    query: { view: 'calendar' },
  },
  { kind: 'Screen', name: 'Publish', detail: 'Drafts that differ from what is live', commands: ['/publish'] },
  { kind: 'Screen', name: 'Findings', detail: 'What is wrong in the shop', commands: ['/findings'] },
  { kind: 'Screen', name: 'Figures', detail: 'What places and products earn', commands: ['/figures'] },
  {
    kind: 'Screen',
    name: 'The shop on a day',
    detail: 'With what is scheduled for it',
    commands: ['/editions/day'],
  },
  { kind: 'Screen', name: 'Compare', detail: 'Any two states of the shop', commands: ['/compare'] },
  { kind: 'Screen', name: 'Trials', detail: 'Versions that shares of shoppers see', commands: ['/trials'] },
  { kind: 'Screen', name: 'Import plans', detail: 'Read a file of plans', commands: ['/floor/import'] },
  { kind: 'Screen', name: 'Parts', detail: 'Fixtures that several plans show', commands: ['/parts'] },
  { kind: 'Screen', name: 'Search', detail: 'Words that mean the same', commands: ['/search'] },
  { kind: 'Screen', name: 'Blends', detail: 'Several things to sort by at once', commands: ['/blends'] },
  { kind: 'Screen', name: 'Ranges', detail: 'Saved ranges of products', commands: ['/ranges'] },
  { kind: 'Screen', name: 'Collections', detail: 'By hand or by rule', commands: ['/collections'] },
  { kind: 'Screen', name: 'Pages', detail: 'Free pages, and aisles they stand in for', commands: ['/pages'] },
  { kind: 'Screen', name: 'Attributes', detail: 'What is known of products', commands: ['/attributes'] },
  { kind: 'Screen', name: 'Pictures', detail: 'Sizes, and what is too small', commands: ['/pictures'] },
  { kind: 'Screen', name: 'Redirects', detail: 'Addresses that lead to others', commands: ['/redirects'] },
  { kind: 'Screen', name: 'People', detail: 'Roles, approval, the record', commands: ['/people'] },
  { kind: 'Screen', name: 'Import', detail: 'Read a product file', commands: ['/catalogue/import'] },
  { kind: 'Screen', name: 'Feed', detail: 'What other systems tell the shop', commands: ['/feed'] },
  { kind: 'Screen', name: 'The shop', detail: 'Its name, words and logo', commands: ['/shop-settings'] },
  { kind: 'Screen', name: 'Your account', detail: 'Your password', commands: ['/account'] },
];

const MAX = 9;
/** So many of them are products, where there are any. */
const LEAST_PRODUCTS = 4;

/** One box that leads anywhere: type a few letters, choose with the arrows, Enter. */
@Component({
  selector: 'desk-go-to',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      type="text"
      role="combobox"
      aria-expanded="true"
      aria-controls="go-to-list"
      aria-label="Go to"
      placeholder="An aisle, a plan, a product, a screen"
      autocomplete="off"
      [attr.aria-activedescendant]="found().length ? 'go-to-' + at() : null"
      (input)="type($any($event.target).value)"
      (keydown)="onKey($event)"
    />
    <ul id="go-to-list" role="listbox" aria-label="Found">
      @for (target of found(); track target.kind + target.name + target.detail; let place = $index) {
        <li
          role="option"
          tabindex="-1"
          [id]="'go-to-' + place"
          [attr.aria-selected]="place === at()"
          (click)="go(target)"
          (keydown.enter)="go(target)"
          (mouseenter)="at.set(place)"
        >
          <span class="kind">{{ target.kind }}</span>
          <strong>{{ target.name }}</strong>
          <span class="detail">{{ target.detail }}</span>
        </li>
      } @empty {
        <li class="none">{{ floor() ? 'Nothing is called “' + text() + '”.' : 'Reading the aisles …' }}</li>
      }
    </ul>
  `,
  styleUrl: './goTo.scss',
})
export class GoTo {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialogRef);
  protected readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly text = signal('');
  protected readonly at = signal(0);

  constructor() {
    // At once, not after the dialog's entrance: people type on as soon as they have pressed the keys.
    afterNextRender(() => this.box().nativeElement.focus());
    toObservable(this.text)
      .pipe(
        debounceTime(120),
        switchMap((text) =>
          text.trim() ? this.api.products(text, null).pipe(catchError(() => of([]))) : of([]),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((lines) =>
        this.products.set(
          lines.map(({ sku, title }): Target => ({
            kind: 'Product',
            name: title,
            detail: sku,
            commands: ['/products', sku],
          })),
        ),
      );
  }

  private readonly targets = computed((): Target[] => {
    const floor = this.floor();
    if (!floor) return [...SCREENS];
    return [
      ...floor.plans.map((plan): Target => ({
        kind: 'Plan',
        name: plan.name,
        detail: `${plan.aisles} aisles`,
        commands: ['/plans', plan.id],
      })),
      ...SCREENS,
      ...floor.aisles.map((aisle): Target => ({
        kind: 'Aisle',
        name: aisle.title,
        detail: aisle.path,
        commands: ['/plans', aisle.plan?.id ?? 'house'],
        query: { aisle: aisle.path },
      })),
    ];
  });

  /** What the search finds among products, which are too many to be held here. */
  private readonly products = signal<readonly Target[]>([]);

  protected readonly found = computed(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    const named = this.targets().filter((target) => {
      const text = `${target.kind} ${target.name} ${target.detail}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    const products = words.length ? this.products() : [];
    return [...named.slice(0, MAX - Math.min(products.length, LEAST_PRODUCTS)), ...products].slice(0, MAX);
  });

  protected type(text: string): void {
    this.text.set(text);
    this.at.set(0);
  }

  protected onKey(event: KeyboardEvent): void {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const count = this.found().length;
    if (step && count) {
      event.preventDefault();
      this.at.update((at) => (at + step + count) % count);
    } else if (event.key === 'Enter') {
      const target = this.found()[this.at()];
      if (target) this.go(target);
    }
  }

  protected go(target: Target): void {
    this.dialog.close();
    void this.router.navigate(target.commands, { queryParams: target.query ?? {} });
  }
}
