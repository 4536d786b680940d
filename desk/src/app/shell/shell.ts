import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltipModule } from '@angular/material/tooltip';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { filter, map } from 'rxjs';
import { Store } from '@ngrx/store';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { CatalogueWords } from '../wording/catalogueWords';
import { PartsActions } from '../store/parts.actions';
import { BlendsActions } from '../store/blends.actions';
import { RangesActions } from '../store/ranges.actions';
import { SessionActions } from '../session/session.actions';
import { sessionFeature } from '../session/session.feature';
import { Waiting } from '../api/waiting';
import { Appearance } from './appearance';
import { GoTo } from './goTo';

interface Screen {
  path: string;
  name: string;
  query?: Record<string, string>;
}

interface Group {
  name: string;
  screens: readonly Screen[];
}

/** One choice away. */
const SCREENS: readonly Screen[] = [
  { path: '/floor', name: 'Floor' },
  { path: '/products', name: 'Products' },
];

/** Two choices away, by what belongs together. */
const GROUPS: readonly Group[] = [
  {
    name: 'Catalogue',
    screens: [
      { path: '/categories', name: 'Categories' },
      { path: '/collections', name: 'Collections' },
      { path: '/tags', name: 'Tags' },
      { path: '/attributes', name: 'Attributes' },
      { path: '/pictures', name: 'Pictures' },
      { path: '/reviews', name: 'Reviews' },
      { path: '/catalogue/import', name: 'In and out' },
      { path: '/feed', name: 'Feed' },
    ],
  },
  {
    name: 'Building',
    screens: [
      { path: '/ranges', name: 'Ranges' },
      { path: '/blends', name: 'Blends' },
      { path: '/search', name: 'Search' },
      { path: '/parts', name: 'Parts' },
      { path: '/pages', name: 'Pages' },
    ],
  },
  {
    name: 'Publishing',
    screens: [
      { path: '/publish', name: 'Publish' },
      { path: '/findings', name: 'Findings' },
      { path: '/figures', name: 'Figures' },
      { path: '/trials', name: 'Trials' },
      { path: '/editions', name: 'Editions' },
      { path: '/editions', name: 'Calendar', query: { view: 'calendar' } },
      { path: '/compare', name: 'Compare' },
      { path: '/redirects', name: 'Redirects' },
    ],
  },
  {
    name: 'Settings',
    screens: [
      { path: '/shop-settings', name: 'The shop' },
      { path: '/people', name: 'People' },
    ],
  },
];

@Component({
  selector: 'desk-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    RouterOutlet,
    RouterLink,
    RouterLinkActive,
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    MatTooltipModule,
  ],
  host: { '(document:keydown)': 'onKey($event)' },
  template: `
    <header class="bar">
      <a class="skip" href="/floor#content" (click)="skip($event)">Skip to the content</a>
      <a class="mark" routerLink="/floor">Fond Aisle</a>
      <nav aria-label="Screens">
        @for (screen of screens; track screen.path) {
          <a [routerLink]="screen.path" routerLinkActive="here" ariaCurrentWhenActive="page">{{
            screen.name
          }}</a>
        }
        @for (group of groups; track group.name) {
          <button
            type="button"
            class="group"
            [class.here]="hereIn(group)"
            [attr.aria-current]="hereIn(group) ? 'true' : null"
            [matMenuTriggerFor]="menuOf"
          >
            {{ hereIn(group)?.name ?? group.name }} <mat-icon svgIcon="fold" />
          </button>
          <mat-menu #menuOf="matMenu">
            @for (screen of group.screens; track screen.name) {
              <a mat-menu-item [routerLink]="screen.path" [queryParams]="screen.query ?? {}">{{
                screen.name
              }}</a>
            }
          </mat-menu>
        }
      </nav>
      <button type="button" class="go-to" (click)="goTo()">
        <mat-icon svgIcon="search" aria-hidden="true" /> Go to … <kbd>Ctrl K</kbd>
      </button>
      @if (edition(); as live) {
        <a class="live" routerLink="/editions" matTooltip="What shoppers see"
          ><span aria-hidden="true">●</span> Edition {{ live.number }} is live</a
        >
      }
      <a mat-button href="/shop" target="_blank" rel="noopener"
        >Shop <mat-icon svgIcon="open" iconPositionEnd
      /></a>
      <button
        mat-icon-button
        type="button"
        (click)="appearance.toggle()"
        aria-label="Light or dark"
        matTooltip="Light or dark"
      >
        <mat-icon svgIcon="contrast" />
      </button>
      <button mat-button type="button" [matMenuTriggerFor]="menu">{{ user()?.name }}</button>
      <mat-menu #menu="matMenu">
        <p class="menu-note">{{ user()?.email }}</p>
        <a mat-menu-item routerLink="/account">Password and sessions</a>
        <button mat-menu-item type="button" (click)="signOut()">Sign out</button>
      </mat-menu>
    </header>
    @if (waiting.long()) {
      <p class="late" role="status">
        The server has not answered for a while. What you see stays; drafts are kept in this window until it
        does.
      </p>
    }
    <main id="content" tabindex="-1" class="content"><router-outlet /></main>
  `,
  styleUrl: './shell.scss',
})
export class Shell {
  private readonly store = inject(Store);
  private readonly dialog = inject(MatDialog);
  protected readonly appearance = inject(Appearance);
  protected readonly waiting = inject(Waiting);
  protected readonly user = this.store.selectSignal(sessionFeature.selectUser);
  protected readonly edition = this.store.selectSignal(floorFeature.selectEdition);
  protected readonly screens = SCREENS;
  protected readonly groups = GROUPS;
  private readonly router = inject(Router);
  private readonly at = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects.split('?')[0]),
    ),
    { initialValue: '' },
  );

  constructor() {
    this.store.dispatch(FloorActions.entered());
    this.store.dispatch(RangesActions.needed());
    this.store.dispatch(BlendsActions.needed());
    this.store.dispatch(PartsActions.needed());
    inject(CatalogueWords).load();
  }

  /** The screen of a group that is open. */
  protected hereIn({ screens }: Group): Screen | undefined {
    const at = this.at();
    return screens.find(({ path, query }) => !query && (at === path || at.startsWith(`${path}/`)));
  }

  protected onKey(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
    event.preventDefault();
    this.goTo();
  }

  protected goTo(): void {
    if (!this.dialog.openDialogs.length)
      this.dialog.open(GoTo, {
        width: '560px',
        position: { top: '80px' },
        ariaLabel: 'Go to',
        autoFocus: 'input',
      });
  }

  protected skip(event: Event): void {
    event.preventDefault();
    document.getElementById('content')?.focus();
  }

  protected signOut(): void {
    this.store.dispatch(SessionActions.signOutAsked());
  }
}
