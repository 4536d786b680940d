import { inject } from '@angular/core';
import {
  Router,
  type RouterStateSnapshot,
  type Routes,
  type UrlMatchResult,
  type UrlSegment,
} from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { floorEffects } from './store/floor.effects';
import { floorFeature } from './store/floor.feature';
import { partsEffects } from './store/parts.effects';
import { partsFeature } from './store/parts.feature';
import { planEffects } from './draft/plan.effects';
import { planFeature } from './draft/plan.feature';
import { rangesEffects } from './store/ranges.effects';
import { blendsEffects } from './store/blends.effects';
import { blendsFeature } from './store/blends.feature';
import { rangesFeature } from './store/ranges.feature';
import { signedIn } from './session/guard';

/** A plan's brief, and the sheets that have an address of their own: one page, so that nothing is loaded anew between them. */
export function planSheet(segments: UrlSegment[]): UrlMatchResult | null {
  const [root, id, sheet, ...more] = segments as (UrlSegment | undefined)[];
  if (
    root?.path !== 'plans' ||
    !id ||
    more.length ||
    (sheet && !['card', 'badges', 'filters', 'arrange', 'designs'].includes(sheet.path))
  )
    return null;
  return { consumed: segments, posParams: sheet ? { id, sheet } : { id } };
}

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Fond Aisle',
    loadComponent: () => import('./session/signInPage').then((m) => m.SignInPage),
  },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: () => import('./shell/shell').then((m) => m.Shell),
    providers: [
      provideState(floorFeature),
      provideState(rangesFeature),
      provideState(blendsFeature),
      provideState(partsFeature),
      provideEffects(floorEffects, rangesEffects, blendsEffects, partsEffects),
    ],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'floor' },
      {
        path: 'floor',
        title: 'Floor · Fond Aisle',
        loadComponent: () => import('./floor/floorPage').then((m) => m.FloorPage),
      },
      {
        path: 'floor/together',
        title: 'Several at once · Fond Aisle',
        loadComponent: () => import('./floor/togetherPage').then((m) => m.TogetherPage),
      },
      {
        path: 'floor/import',
        title: 'Import plans · Fond Aisle',
        loadComponent: () => import('./publishing/importPlansPage').then((m) => m.ImportPlansPage),
      },
      {
        path: 'floor/share/:key',
        title: 'Use the shared plan again · Fond Aisle',
        loadComponent: () => import('./floor/sharePage').then((m) => m.SharePage),
      },
      {
        // The aisle may stand in the address as it does in the shop's.
        matcher: (segments) =>
          segments.length > 3 && segments[0].path === 'plans' && segments[2].path === 'arrange'
            ? { consumed: segments, posParams: { id: segments[1] } }
            : null,
        canActivate: [
          (_: unknown, { url }: RouterStateSnapshot) => {
            const [, , id, , ...path] = url.split('?')[0].split('/');
            return inject(Router).createUrlTree(['/plans', id, 'arrange'], {
              queryParams: { aisle: `/${path.join('/')}` },
            });
          },
        ],
        children: [],
      },
      {
        matcher: planSheet,
        title: 'Plan · Fond Aisle',
        providers: [provideState(planFeature), provideEffects(planEffects)],
        loadComponent: () => import('./plan/planPage').then((m) => m.PlanPage),
      },
      {
        path: 'plans/:id/leave',
        title: 'Put aside or delete · Fond Aisle',
        loadComponent: () => import('./publishing/leavePage').then((m) => m.LeavePage),
      },
      {
        path: 'publish',
        title: 'Publish · Fond Aisle',
        loadComponent: () => import('./publishing/publishPage').then((m) => m.PublishPage),
      },
      {
        path: 'ranges',
        title: 'Ranges · Fond Aisle',
        loadComponent: () => import('./range/rangesPage').then((m) => m.RangesPage),
      },
      {
        path: 'ranges/:id',
        title: 'Range · Fond Aisle',
        loadComponent: () => import('./range/rangesPage').then((m) => m.RangesPage),
      },
      {
        path: 'search',
        title: 'Search · Fond Aisle',
        loadComponent: () => import('./search/searchPage').then((m) => m.SearchPage),
      },
      {
        path: 'blends',
        title: 'Blends · Fond Aisle',
        loadComponent: () => import('./blend/blendsPage').then((m) => m.BlendsPage),
      },
      {
        path: 'blends/:id',
        title: 'Blend · Fond Aisle',
        loadComponent: () => import('./blend/blendsPage').then((m) => m.BlendsPage),
      },
      {
        path: 'parts',
        title: 'Parts · Fond Aisle',
        loadComponent: () => import('./part/partsPage').then((m) => m.PartsPage),
      },
      {
        path: 'collections',
        title: 'Collections · Fond Aisle',
        loadComponent: () => import('./collection/collectionsPage').then((m) => m.CollectionsPage),
      },
      {
        path: 'collections/:id',
        title: 'Collection · Fond Aisle',
        loadComponent: () => import('./collection/collectionsPage').then((m) => m.CollectionsPage),
      },
      {
        path: 'pages',
        title: 'Pages · Fond Aisle',
        loadComponent: () => import('./freePage/freePagesPage').then((m) => m.FreePagesPage),
      },
      {
        path: 'pages/:id',
        title: 'Page · Fond Aisle',
        loadComponent: () => import('./freePage/freePagesPage').then((m) => m.FreePagesPage),
      },
      {
        path: 'products',
        title: 'Products · Fond Aisle',
        loadComponent: () => import('./catalogue/table/productsPage').then((m) => m.ProductsPage),
      },
      {
        path: 'products/:sku',
        title: 'Product · Fond Aisle',
        loadComponent: () => import('./catalogue/sheet/productPage').then((m) => m.ProductPage),
      },
      {
        path: 'categories',
        title: 'Categories · Fond Aisle',
        loadComponent: () => import('./catalogue/groups/categoriesPage').then((m) => m.CategoriesPage),
      },
      {
        path: 'categories/:id',
        title: 'Category · Fond Aisle',
        loadComponent: () => import('./catalogue/groups/categoriesPage').then((m) => m.CategoriesPage),
      },
      {
        path: 'tags',
        title: 'Tags · Fond Aisle',
        loadComponent: () => import('./catalogue/groups/tagsPage').then((m) => m.TagsPage),
      },
      {
        path: 'tags/:id',
        title: 'Tag · Fond Aisle',
        loadComponent: () => import('./catalogue/groups/tagsPage').then((m) => m.TagsPage),
      },
      {
        path: 'attributes',
        title: 'Attributes · Fond Aisle',
        loadComponent: () => import('./attribute/attributesPage').then((m) => m.AttributesPage),
      },
      {
        path: 'attributes/:key',
        title: 'Values · Fond Aisle',
        loadComponent: () => import('./catalogue/values/valuesPage').then((m) => m.ValuesPage),
      },
      {
        path: 'editions',
        title: 'Editions · Fond Aisle',
        loadComponent: () => import('./edition/editionsPage').then((m) => m.EditionsPage),
      },
      {
        path: 'pictures',
        title: 'Pictures · Fond Aisle',
        loadComponent: () => import('./picture/picturesPage').then((m) => m.PicturesPage),
      },
      {
        path: 'findings',
        title: 'Findings · Fond Aisle',
        loadComponent: () => import('./finding/findingsPage').then((m) => m.FindingsPage),
      },
      {
        path: 'figures',
        title: 'Figures · Fond Aisle',
        loadComponent: () => import('./figure/figuresPage').then((m) => m.FiguresPage),
      },
      {
        path: 'compare',
        title: 'Compare · Fond Aisle',
        loadComponent: () => import('./comparison/comparePage').then((m) => m.ComparePage),
      },
      {
        path: 'editions/day',
        title: 'The shop on a day · Fond Aisle',
        loadComponent: () => import('./edition/dayPage').then((m) => m.DayPage),
      },
      {
        path: 'trials',
        title: 'Trials · Fond Aisle',
        loadComponent: () => import('./trial/trialsPage').then((m) => m.TrialsPage),
      },
      {
        path: 'trials/:id',
        title: 'Trial · Fond Aisle',
        loadComponent: () => import('./trial/trialPage').then((m) => m.TrialPage),
      },
      {
        path: 'redirects',
        title: 'Redirects · Fond Aisle',
        loadComponent: () => import('./redirect/redirectsPage').then((m) => m.RedirectsPage),
      },
      {
        path: 'reviews',
        title: 'Reviews · Fond Aisle',
        loadComponent: () => import('./review/reviewsPage').then((m) => m.ReviewsPage),
      },
      {
        path: 'people',
        title: 'People · Fond Aisle',
        loadComponent: () => import('./person/peoplePage').then((m) => m.PeoplePage),
      },
      {
        path: 'shop-settings',
        title: 'The shop · Fond Aisle',
        loadComponent: () => import('./shop/shopPage').then((m) => m.ShopPage),
      },
      {
        path: 'account',
        title: 'Your account · Fond Aisle',
        loadComponent: () => import('./session/accountPage').then((m) => m.AccountPage),
      },
      {
        path: 'catalogue/import',
        title: 'Import · Fond Aisle',
        loadComponent: () => import('./catalogue/importing/importPage').then((m) => m.ImportPage),
      },
      {
        path: 'feed',
        title: 'Feed · Fond Aisle',
        loadComponent: () => import('./feed/feedPage').then((m) => m.FeedPage),
      },
      {
        path: '**',
        title: 'Not found · Fond Aisle',
        loadComponent: () => import('./shell/missingPage').then((m) => m.MissingPage),
      },
    ],
  },
];
