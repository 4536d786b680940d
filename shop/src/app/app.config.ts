import { inject, provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideClientHydration, withIncrementalHydration } from '@angular/platform-browser';
import { ListingPage } from './page/listingPage';
import { PageViews, VIEW_SOURCES, type ViewSources } from './state/pageViews';
import { ShopState } from './state/shopState';

/** Most pages are listings, so these come with the first script; each of the others, and fixtures that many pages don't have, in one of its own. */
const VIEWS: ViewSources = {
  listing: ListingPage,
  account: { fetch: () => import('./page/accountPage').then(({ AccountPage }) => AccountPage) },
  bench: { fetch: () => import('./page/benchPage').then(({ BenchPage }) => BenchPage) },
  cart: { fetch: () => import('./page/cartPage').then(({ CartPage }) => CartPage) },
  compare: { fetch: () => import('./page/comparePage').then(({ ComparePage }) => ComparePage) },
  missing: { fetch: () => import('./page/missingPage').then(({ MissingPage }) => MissingPage) },
  reviews: { fetch: () => import('./page/reviewsPage').then(({ ReviewsPage }) => ReviewsPage) },
  product: { fetch: () => import('./page/productPage').then(({ ProductPage }) => ProductPage) },
  banner: { fetch: () => import('./frame/banner').then(({ Banner }) => Banner) },
  columns: { fetch: () => import('./frame/columns').then(({ Columns }) => Columns) },
  picture: { fetch: () => import('./frame/framePicture').then(({ FramePicture }) => FramePicture) },
  promotion: { fetch: () => import('./frame/promotion').then(({ Promotion }) => Promotion) },
  slides: { fetch: () => import('./frame/slides').then(({ Slides }) => Slides) },
  spotlight: { fetch: () => import('./frame/spotlight').then(({ Spotlight }) => Spotlight) },
  tabs: { fetch: () => import('./frame/tabs').then(({ Tabs }) => Tabs) },
  tiles: { fetch: () => import('./frame/tiles').then(({ Tiles }) => Tiles) },
  mixed: { fetch: () => import('./card/mixedCards').then(({ MixedCards }) => MixedCards) },
  answer: { fetch: () => import('./layout/shelfAnswer').then(({ ShelfAnswer }) => ShelfAnswer) },
  nothing: { fetch: () => import('./layout/shelfNothing').then(({ ShelfNothing }) => ShelfNothing) },
  quick: { fetch: () => import('./product/quickLook').then(({ QuickLook }) => QuickLook) },
};

/** Comes before the page is drawn; its initializers differ between browser and server. */
export const loadFirstView = (): Promise<void> => inject(PageViews).fetchFor(inject(ShopState).model());

/** Most of a page comes to life once it is seen; every link works before that, and without. */
export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideClientHydration(withIncrementalHydration()),
    { provide: VIEW_SOURCES, useValue: VIEWS },
  ],
};
