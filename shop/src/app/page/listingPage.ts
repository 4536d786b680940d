import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { FixtureModel, PageModel, ShelfModel } from '@fond/core';
import { FacetPanel } from '../facets/facetPanel';
import { Shelf } from '../layout/shelf';
import { PreviewFrame } from '../state/previewFrame';
import { shopHref, ShopState } from '../state/shopState';

type PanelModel = Extract<FixtureModel, { type: 'facets' }>;
type OtherModel = Exclude<FixtureModel, { type: 'facets' | 'shelf' }>;

/** Fixtures in the plan's order; the facet panel stands beside the shelf that it filters. */
type Block =
  | { kind: 'single'; fixture: OtherModel }
  | { kind: 'shelf'; shelf: ShelfModel & Pick<FixtureModel, 'hiddenAt'>; panel: PanelModel | null };

@Component({
  selector: 'shop-listing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FacetPanel, Shelf],
  template: `
    <div class="page">
      @for (block of blocks(); track blockId(block)) {
        @if (block.kind === 'single') {
          @let fixture = block.fixture;
          <div
            [class]="'fixture ' + hidden(fixture)"
            [attr.data-fixture]="fixture.id"
            [attr.data-ticket]="ticket(fixture.id)"
            [class.marked]="marked(fixture.id)"
          >
            @switch (fixture.type) {
              @case ('breadcrumb') {
                <nav class="trail" aria-label="Breadcrumb">
                  <ol>
                    @for (link of fixture.trail; track link.href; let last = $last) {
                      <li>
                        @if (last) {
                          <span aria-current="page">{{ link.title }}</span>
                        } @else {
                          <a [href]="href(link.href)">{{ link.title }}</a>
                        }
                      </li>
                    }
                  </ol>
                </nav>
              }
              @case ('title') {
                <h1>{{ fixture.text }}</h1>
              }
              @case ('description') {
                <div class="prose" [innerHTML]="fixture.html"></div>
              }
              @case ('navigation') {
                <nav class="pills" [attr.aria-label]="page().aisle.title">
                  <ul>
                    @for (item of fixture.items; track item.href) {
                      <li>
                        <a
                          [href]="href(item.href)"
                          [attr.aria-current]="item.current ? 'page' : null"
                          [style.--own]="item.colour"
                        >
                          {{ item.title }}
                          @if (fixture.counts) {
                            <span class="count">{{ item.count }}</span>
                          }
                        </a>
                      </li>
                    }
                  </ul>
                </nav>
              }
            }
          </div>
        } @else {
          <div
            class="with-panel"
            [class.no-panel]="!block.panel"
            [class.panel-end]="block.panel?.side === 'end'"
            [class.panel-above]="block.panel?.side === 'above'"
            [style.--share]="block.panel && block.panel.share + 'fr'"
            [style.--rest]="block.panel && 100 - block.panel.share + 'fr'"
          >
            @if (block.panel; as panel) {
              <div
                [class]="'fixture panel-place ' + hidden(panel)"
                [attr.data-fixture]="panel.id"
                [attr.data-ticket]="ticket(panel.id)"
                [class.marked]="marked(panel.id)"
              >
                <shop-facets [panel]="panel" [page]="page()" [total]="block.shelf.total" />
              </div>
            }
            <div
              [class]="'fixture ' + hidden(block.shelf)"
              [attr.data-fixture]="block.shelf.id"
              [attr.data-ticket]="ticket(block.shelf.id)"
              [class.marked]="marked(block.shelf.id)"
            >
              <shop-shelf [shelf]="block.shelf" [page]="page()" />
            </div>
          </div>
        }
      }
    </div>
  `,
})
export class ListingPage {
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  protected readonly href = shopHref;

  protected readonly page = computed(() => this.state.model() as PageModel);
  protected readonly blocks = computed((): Block[] => {
    const { fixtures } = this.page();
    const panel =
      fixtures.find(
        (fixture): fixture is PanelModel => fixture.type === 'facets' && fixture.facets.length > 0,
      ) ?? null;
    return fixtures.flatMap((fixture): Block[] => {
      if (fixture.type === 'facets') return [];
      return fixture.type === 'shelf'
        ? [{ kind: 'shelf', shelf: fixture, panel }]
        : [{ kind: 'single', fixture }];
    });
  });

  protected blockId(block: Block): string {
    return block.kind === 'single' ? block.fixture.id : block.shelf.id;
  }

  /** A page is one document for all widths; what a width doesn't show is left out by style. */
  protected hidden({ hiddenAt = [] }: Pick<FixtureModel, 'hiddenAt'>): string {
    return hiddenAt.map((width) => `not-${width}`).join(' ');
  }

  protected ticket(id: string): string | null {
    return this.frame.tickets()[id] ?? null;
  }

  protected marked(id: string): boolean {
    return this.frame.marked() === id;
  }
}
