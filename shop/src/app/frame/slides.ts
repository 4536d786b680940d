import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import type { FixtureModel } from '@fond/core';
import { betweenStyle } from '../card/gridStyle';
import { ShopState } from '../state/shopState';
import { PAUSE_SHAPES, RowTurner } from '../card/rowTurner';

/**
 * Views of a page one beside another, of which one is seen at a time. They scroll and snap, so that without JavaScript all of
 * them are reached; with it there are buttons, and a pause where they turn by themselves.
 */
@Component({
  selector: 'shop-slides',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    @let one = model();
    <section class="slides" aria-roledescription="carousel" [attr.aria-label]="label()">
      @if (turning()) {
        <p class="turns">
          @if (turner.moves()) {
            <button
              type="button"
              (click)="turner.moving.set(!turner.moving())"
              [attr.aria-label]="turner.moving() ? words().pause : words().goOn"
            >
              <svg viewBox="0 0 24 24" aria-hidden="true">
                <path [attr.d]="turner.moving() ? shapes.bars : shapes.triangle" />
              </svg>
            </button>
          }
          <button type="button" (click)="turner.turn(-1)" [attr.aria-label]="words().previous">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m15 5-7 7 7 7" /></svg>
          </button>
          <button type="button" (click)="turner.turn(1)" [attr.aria-label]="words().next">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m9 5 7 7-7 7" /></svg>
          </button>
        </p>
      }
      <div
        #row
        class="slides-row"
        [attr.tabindex]="turning() ? 0 : null"
        [attr.role]="turning() ? 'group' : null"
        [attr.aria-label]="turning() ? label() : null"
      >
        @for (slot of one.slots; track slot.id) {
          <div class="slide" [attr.style]="between(slot.between)">
            <ng-container
              [ngTemplateOutlet]="list()"
              [ngTemplateOutletContext]="{ $implicit: slot.fixtures }"
            />
          </div>
        }
      </div>
      @if (turning() && one.dots) {
        <p class="dots">
          @for (view of turner.views(); track view) {
            <button
              type="button"
              [attr.aria-label]="words().view(view + 1)"
              [attr.aria-current]="view === turner.at() ? 'true' : null"
              (click)="turner.show(view)"
            ></button>
          }
        </p>
      }
    </section>
  `,
})
export class Slides {
  readonly model = input.required<Extract<FixtureModel, { type: 'slides' }>>();
  readonly label = input.required<string>();
  /** How fixtures are listed; handed in, as what lists them lists slides too. */
  readonly list = input.required<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
  private readonly row = viewChild.required<ElementRef<HTMLElement>>('row');
  protected readonly words = inject(ShopState).words;
  protected readonly between = betweenStyle;
  protected readonly shapes = PAUSE_SHAPES;
  protected readonly turning = computed(() => this.model().slots.length > 1);
  protected readonly turner = new RowTurner({
    row: () => this.row().nativeElement,
    turning: () => this.turning(),
    loop: () => true,
    seconds: () => this.model().seconds,
  });
}
