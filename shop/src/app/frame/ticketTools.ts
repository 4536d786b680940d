import type { TicketChange } from '@fond/contract';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { WidthName, FixtureModel } from '@fond/core';
import { PreviewFrame } from '../state/previewFrame';
import { ShopState } from '../state/shopState';

/** From these viewport widths on pages are medium and wide, as in the style sheet. */
const USUAL_WIDTHS = [640, 1024];

/** In the desk's window: what can be done with the marked fixture at the width of this frame, beside its ticket. */
@Component({
  selector: 'shop-ticket-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'ticket-tools' },
  template: `
    @for (tool of tools(); track tool) {
      @switch (tool) {
        @case ('columns') {
          <span
            ><button type="button" aria-label="Fewer columns here" (click)="change('columns', -1)">−</button>
            {{ columns() }} across
            <button type="button" aria-label="More columns here" (click)="change('columns', 1)">
              +
            </button></span
          >
        }
        @case ('gap') {
          <span
            ><button type="button" aria-label="Closer here" (click)="change('gap', -gapStep)">−</button>
            {{ gap() }} px apart
            <button type="button" aria-label="Further apart here" (click)="change('gap', gapStep)">
              +
            </button></span
          >
        }
        @case ('span') {
          <span
            ><button type="button" aria-label="Narrower here" (click)="change('span', -1)">−</button>
            {{ span() }}/12 wide
            <button type="button" aria-label="Wider here" (click)="change('span', 1)">+</button></span
          >
        }
        @case ('hide') {
          <button type="button" (click)="change('hide', 1)">Hide at this width</button>
        }
        @case ('add') {
          <button type="button" (click)="frame.add(model().id)">Add below</button>
        }
      }
    }
  `,
})
export class TicketTools {
  readonly model = input.required<FixtureModel>();
  protected readonly frame = inject(PreviewFrame);
  protected readonly tools = computed(() => this.frame.tools()[this.model().id] ?? []);
  private readonly state = inject(ShopState);
  /** The width of this frame. */
  private readonly width = computed((): WidthName => {
    const own = this.state.model().frame.look?.widths?.split('-').map(Number);
    const [medium, wide] = own ?? USUAL_WIDTHS;
    return window.innerWidth >= wide ? 'wide' : window.innerWidth >= medium ? 'medium' : 'narrow';
  });
  protected readonly columns = computed(() => {
    const model = this.model();
    return 'gap' in model && 'columns' in model ? model.columns[this.width()] : '';
  });
  protected readonly gap = computed(() => {
    const model = this.model();
    return 'gap' in model ? model.gap[this.width()] : '';
  });
  protected readonly gapStep = 4;
  protected readonly span = computed(() => this.model().placement?.spans[this.width()] ?? 12);

  protected change(tool: TicketChange['tool'], by: number): void {
    this.frame.change({ id: this.model().id, tool, width: this.width(), by });
  }
}
