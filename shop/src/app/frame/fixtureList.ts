import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, type TemplateRef } from '@angular/core';
import type { FixtureModel, PageModel, ShelfModel } from '@fond/core';
import { FacetPanel } from '../facet/facetPanel';
import { Shelf } from '../layout/shelf';
import { PageViews, type FixtureViewName } from '../state/pageViews';
import { PreviewFrame } from '../state/previewFrame';
import { shopHref, ShopState } from '../state/shopState';
import { Ground } from './ground';
import { Navigation } from './navigation';
import { placementClasses, placementStyle } from './placement';
import { TicketTools } from './ticketTools';

type PanelModel = Extract<FixtureModel, { type: 'facets' }>;
type OtherModel = Exclude<FixtureModel, { type: 'facets' | 'shelf' }>;

/** Fixtures in the plan's order; filters at a side stand beside the shelf that they filter. */
type Block =
  | { kind: 'single'; fixture: OtherModel }
  | {
      kind: 'shelf';
      shelf: ShelfModel & Pick<FixtureModel, 'hiddenAt' | 'placement' | 'dress'>;
      panel: PanelModel | null;
    }
  | { kind: 'panel'; panel: PanelModel };

/** Named apart so that they come with the page's script: a part that can't be fetched later would take the page's away. */
const FIXTURES = [FacetPanel, Ground, Navigation, NgComponentOutlet, Shelf];

/** What shows pictures, or holds what may. */
const PICTURED: ReadonlySet<FixtureModel['type']> = new Set([
  'banner',
  'columns',
  'picture',
  'promotion',
  'shelf',
  'slides',
  'spotlight',
  'tabs',
  'tiles',
]);

/** What stands in one place: on the page itself, in a column or in a tab. */
@Component({
  selector: 'shop-fixtures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FIXTURES, TicketTools],
  host: { class: 'fixtures' },
  template: `
    <ng-template #list let-fixtures><shop-fixtures [fixtures]="fixtures" /></ng-template>
    @for (block of blocks(); track blockId(block)) {
      @switch (block.kind) {
        @case ('single') {
          @let fixture = block.fixture;
          <div
            [class]="'fixture ' + classes(fixture)"
            [attr.style]="style(fixture)"
            [attr.data-fixture]="fixture.id"
            [attr.data-ticket]="ticket(fixture.id)"
            [class.marked]="marked(fixture.id)"
          >
            @if (fixture.dress?.picture; as picture) {
              <shop-ground [picture]="picture" />
            }
            @if (fixture.drawer; as label) {
              <input class="drawer-switch" type="checkbox" [id]="'drawer-' + fixture.id" />
              <label class="drawer-button" [for]="'drawer-' + fixture.id">{{ label }}</label>
            }
            @defer (on immediate; hydrate on viewport; hydrate when awake()) {
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
                @case ('words') {
                  <div class="prose" [innerHTML]="fixture.html"></div>
                }
                @case ('navigation') {
                  <shop-navigation [model]="fixture" [label]="page().aisle.title" />
                }
                @case ('space') {
                  <div
                    class="space"
                    [attr.style]="
                      '--wide:' +
                      fixture.height.wide +
                      'px;--medium:' +
                      fixture.height.medium +
                      'px;--narrow:' +
                      fixture.height.narrow +
                      'px'
                    "
                  ></div>
                }
                @case ('divider') {
                  <hr />
                }
                @default {
                  <ng-container
                    [ngComponentOutlet]="views.of(fixture.type)"
                    [ngComponentOutletInputs]="inputsOf(fixture, list)"
                  />
                }
              }
            }
            @if (marked(fixture.id)) {
              @defer (on immediate) {
                <shop-ticket-tools [model]="fixture" />
              }
            }
          </div>
        }
        @case ('panel') {
          <div
            [class]="'fixture ' + classes(block.panel)"
            [attr.style]="style(block.panel)"
            [attr.data-fixture]="block.panel.id"
            [attr.data-ticket]="ticket(block.panel.id)"
            [class.marked]="marked(block.panel.id)"
          >
            <shop-facets [panel]="block.panel" [page]="page()" [total]="total()" />
          </div>
        }
        @default {
          <div
            class="with-panel"
            [class.no-panel]="!block.panel"
            [class.panel-end]="block.panel?.side === 'end'"
            [class.panel-above]="block.panel?.side === 'above'"
            [class.grounded]="block.shelf.dress?.ground || block.shelf.dress?.picture"
            [class.bleeding]="block.shelf.dress?.bleeds"
            [class.own-words]="block.shelf.dress?.words"
            [attr.style]="shelfStyle(block)"
          >
            @if (block.shelf.dress?.picture; as picture) {
              <shop-ground [picture]="picture" />
            }
            @if (block.panel; as panel) {
              <div
                [class]="'fixture panel-place ' + classes(panel)"
                [attr.style]="style(panel)"
                [attr.data-fixture]="panel.id"
                [attr.data-ticket]="ticket(panel.id)"
                [class.marked]="marked(panel.id)"
              >
                <shop-facets [panel]="panel" [page]="page()" [total]="block.shelf.total" />
              </div>
            }
            <div
              [class]="
                'fixture ' + classes({ hiddenAt: block.shelf.hiddenAt, placement: block.shelf.placement })
              "
              [attr.data-fixture]="block.shelf.id"
              [attr.data-ticket]="ticket(block.shelf.id)"
              [class.marked]="marked(block.shelf.id)"
            >
              <shop-shelf
                [shelf]="block.shelf"
                [page]="page()"
                [lead]="block.shelf.id === lead()"
                [list]="list"
              />
              @if (marked(block.shelf.id)) {
                @defer (on immediate) {
                  <shop-ticket-tools [model]="block.shelf" />
                }
              }
            </div>
          </div>
        }
      }
    }
  `,
})
export class FixtureList {
  readonly fixtures = input.required<readonly FixtureModel[]>();
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  protected readonly views = inject(PageViews);
  protected readonly awake = this.state.awake;
  protected readonly href = shopHref;
  protected readonly classes = placementClasses;
  protected readonly style = placementStyle;

  protected readonly page = computed(() => this.state.model() as PageModel);
  protected readonly lead = computed(() => this.page().fixtures.find(({ type }) => PICTURED.has(type))?.id);
  protected readonly total = computed(() => this.state.shelf()?.total ?? 0);
  protected readonly blocks = computed((): Block[] => {
    const fixtures = this.fixtures();
    const panel =
      fixtures.find(
        (fixture): fixture is PanelModel => fixture.type === 'facets' && fixture.facets.length > 0,
      ) ?? null;
    const beside = fixtures.some(({ type }) => type === 'shelf');
    return fixtures.flatMap((fixture): Block[] => {
      if (fixture.type === 'facets') return beside || fixture !== panel ? [] : [{ kind: 'panel', panel }];
      return fixture.type === 'shelf'
        ? [{ kind: 'shelf', shelf: fixture, panel }]
        : [{ kind: 'single', fixture }];
    });
  });

  /** What a fixture that comes in a script of its own is told; those that hold others are told how these are listed. */
  protected inputsOf(
    fixture: Extract<FixtureModel, { type: FixtureViewName }>,
    list: TemplateRef<unknown>,
  ): Record<string, unknown> {
    const told = { model: fixture };
    switch (fixture.type) {
      case 'banner':
      case 'picture':
      case 'spotlight':
        return { ...told, lead: fixture.id === this.lead() };
      case 'columns':
        return { ...told, list };
      case 'slides':
      case 'tabs':
        return { ...told, list, label: this.page().aisle.title };
      case 'promotion':
      case 'tiles':
        return told;
    }
  }

  protected blockId(block: Block): string {
    switch (block.kind) {
      case 'single':
        return block.fixture.id;
      case 'panel':
        return block.panel.id;
      case 'shelf':
        return block.shelf.id;
    }
  }

  protected shelfStyle({ shelf, panel }: Extract<Block, { kind: 'shelf' }>): string | null {
    const shares = panel ? `--share:${panel.share}fr;--rest:${100 - panel.share}fr` : '';
    return [placementStyle(shelf), shares].filter(Boolean).join(';') || null;
  }

  protected ticket(id: string): string | null {
    return this.frame.tickets()[id] ?? null;
  }

  protected marked(id: string): boolean {
    return this.frame.marked() === id;
  }
}
