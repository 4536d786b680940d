import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BadgeReport } from '@fond/contract';
import { colourOf, steppedAt, type BadgeRule, type Colours, type PerWidth } from '@fond/core';

export type Example = NonNullable<BadgeReport['rules'][number]['example']>;

/** Pictures are drawn so wide, whatever they are on a page; the badge shrinks with them. */
const WIDTH = 150;

/** Medium pages lie between these two. */
const SHOWN = ['wide', 'narrow'] as const;

/** A badge on the picture of a product that carries it, as large beside it as on the page. */
@Component({
  selector: 'desk-badge-example',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let one = example();
    @for (shown of widths(); track shown.width) {
      <figure>
        <div class="picture" [style.width.px]="across" [style.height.px]="tall()">
          @if (one.image; as hash) {
            <img [src]="'/pictures/' + hash + '-240'" alt="" />
          }
          <span
            [class]="'at-' + rule().place + ' shape-' + rule().shape"
            [style.background]="rule().shape === 'words' ? null : ground()"
            [style.color]="ink()"
            [style.font-size.px]="shown.letters"
            >{{ one.text }}</span
          >
        </div>
        <figcaption>{{ shown.width }}</figcaption>
      </figure>
    }
    <p>On {{ one.title }}, as large beside its picture as there.</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      padding: 8px 0 2px 28px;
    }
    figure {
      margin: 0;
    }
    .picture {
      position: relative;
      overflow: hidden;
      background: var(--hairline);
    }
    img {
      display: block;
      width: 100%;
      height: 100%;
      object-fit: cover;
    }
    .picture span {
      position: absolute;
      width: max-content;
      max-width: calc(100% - 6px);
      overflow: hidden;
      padding: 0.23em 0.7em;
      border-radius: 0.46em;
      font-weight: 650;
      line-height: 1.3;
      white-space: nowrap;
    }
    .picture .shape-pill {
      border-radius: 99px;
    }
    .picture .shape-block {
      border-radius: 0;
    }
    .picture .shape-words {
      padding: 0;
    }
    .at-top-start,
    .at-top-end {
      top: 3px;
    }
    .at-bottom-start,
    .at-bottom-end {
      bottom: 3px;
    }
    .at-top-start,
    .at-bottom-start {
      left: 3px;
    }
    .at-top-end,
    .at-bottom-end {
      right: 3px;
    }
    figcaption,
    p {
      margin: 0;
      font-size: 13px;
      color: var(--quiet);
    }
    p {
      flex-basis: 100%;
    }
  `,
})
export class BadgeExample {
  readonly rule = input.required<BadgeRule>();
  readonly example = input.required<Example>();
  readonly colours = input.required<Colours>();
  /** Width of a card's picture at each width, in CSS pixels. */
  readonly pictures = input.required<PerWidth<number>>();
  protected readonly across = WIDTH;
  /** Height of a picture by its width. */
  readonly ratio = input.required<number>();
  protected readonly tall = computed(() => WIDTH * this.ratio());

  protected readonly widths = computed(() =>
    SHOWN.map((width) => ({
      width,
      letters: (steppedAt(this.rule().size, width) * WIDTH) / this.pictures()[width],
    })),
  );
  protected readonly ink = computed(() => colourOf(this.rule().ink, this.colours()));
  protected readonly ground = computed(() => {
    const { ground, opacity } = this.rule();
    return `color-mix(in srgb, ${colourOf(ground, this.colours())} ${opacity}%, transparent)`;
  });
}
