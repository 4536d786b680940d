import { inject, Injectable, InjectionToken, Injector, type Type } from '@angular/core';
import type { FixtureModel, ShelfModel, ShopModel } from '@fond/core';
import { fetchWordsOf, hasWordsOf } from '../words/words';

/** Fixtures that many pages don't have; those of a page come with it. */
export type FixtureViewName =
  | 'banner'
  | 'columns'
  | 'picture'
  | 'promotion'
  | 'slides'
  | 'spotlight'
  | 'tabs'
  | 'tiles';

/** What draws a whole page, a quick look over one, what a shelf says besides its products, or a fixture. */
export type ViewName = ShopModel['kind'] | 'quick' | 'answer' | 'nothing' | 'mixed' | FixtureViewName;

/** The views, or how their scripts are fetched. */
export type ViewSources = Readonly<Record<ViewName, Type<unknown> | { fetch: () => Promise<Type<unknown>> }>>;

export const VIEW_SOURCES = new InjectionToken<ViewSources>('Where views come from');

const FIXTURES: ReadonlySet<string> = new Set<FixtureViewName>([
  'banner',
  'columns',
  'picture',
  'promotion',
  'slides',
  'spotlight',
  'tabs',
  'tiles',
]);

const isFixtureView = (type: string): type is FixtureViewName => FIXTURES.has(type);

/** Of a page's fixtures and of all within them. */
const fixturesIn = (fixtures: readonly FixtureModel[]): ViewName[] =>
  fixtures.flatMap((fixture): ViewName[] => [
    ...(isFixtureView(fixture.type) ? [fixture.type] : []),
    ...(fixture.type === 'shelf' ? shelfViews(fixture) : []),
    ...('slots' in fixture ? fixturesIn(fixture.slots.flatMap((slot) => slot.fixtures)) : []),
  ]);

const shelfViews = ({ answer, nothing, inserts, form }: ShelfModel): ViewName[] => [
  ...fixturesIn((inserts ?? []).flatMap(({ fixtures }) => fixtures)),
  ...(inserts || form === 'folding' ? (['mixed'] as const) : []),
  ...(answer ? (['answer'] as const) : []),
  ...(nothing ? (['nothing'] as const) : []),
  ...(nothing?.shelf ? (['promotion'] as const) : []),
];

function namesIn(model: ShopModel): ViewName[] {
  if (model.kind !== 'listing') return [model.kind];
  return ['listing', ...(model.quick ? (['quick'] as const) : []), ...fixturesIn(model.fixtures)];
}

/**
 * What a page needs beside the first script is fetched before its model is shown, so that no page stands there with a
 * hole in it.
 */
@Injectable({ providedIn: 'root' })
export class PageViews {
  private readonly sources = inject(VIEW_SOURCES);
  private readonly injector = inject(Injector);
  private readonly fetched = new Map<ViewName, Type<unknown>>();
  private hasHead = false;

  /** Null for a view whose script has not come. */
  of(name: ViewName): Type<unknown> | null {
    const source = this.sources[name];
    return 'fetch' in source ? (this.fetched.get(name) ?? null) : source;
  }

  /** Whether another page can be shown at once. */
  canShow(model: ShopModel): boolean {
    return this.hasHead && hasWordsOf(model.frame.lang) && namesIn(model).every((name) => this.of(name));
  }

  /** For the page that the server wrote. Fails where a script can't be fetched, as do the others here. */
  async fetchFor(model: ShopModel): Promise<void> {
    await fetchWordsOf(model.frame.lang);
    await Promise.all(
      namesIn(model).map(async (name) => {
        const source = this.sources[name];
        if ('fetch' in source && !this.fetched.has(name)) this.fetched.set(name, await source.fetch());
      }),
    );
    // CSS that is served at no address is worn by script: a draft's, an edition's, another day's.
    const { css } = model.frame;
    if (css && 'text' in css) await this.followHead();
  }

  /** For a page that follows: the head of the document, too, has to follow it. */
  async fetchForNext(model: ShopModel): Promise<void> {
    await this.fetchFor(model);
    await this.followHead();
  }

  /** Writes title, description and language from here on; the server has written those of the first page. */
  async followHead(): Promise<void> {
    const { DocumentHead } = await import('./documentHead');
    this.injector.get(DocumentHead);
    this.hasHead = true;
  }
}
