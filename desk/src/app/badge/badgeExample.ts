import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BadgeReport } from '@fond/contract';
import { colourOf, PICTURE_PLACES, steppedAt, type BadgeRule, type Colours, type PerWidth } from '@fond/core';

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
      <figure [class.words]="amongWords()">
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
    :is(.at-top-start, .at-top, .at-top-end) {
      top: 3px;
    }
    :is(.at-start, .at-centre, .at-end) {
      top: 50%;
      translate: 0 -50%;
    }
    :is(.at-bottom-start, .at-bottom, .at-bottom-end) {
      bottom: 3px;
    }
    :is(.at-top-start, .at-start, .at-bottom-start, .at-above-name, .at-beside-price) {
      left: 3px;
    }
    :is(.at-top-end, .at-end, .at-bottom-end) {
      right: 3px;
    }
    :is(.at-top, .at-centre, .at-bottom) {
      left: 50%;
      translate: -50% 0;
    }
    .at-centre {
      translate: -50% -50%;
    }
    figure.words .picture {
      overflow: visible;
      margin-bottom: 2em;
    }
    :is(.at-above-name, .at-beside-price) {
      top: calc(100% + 3px);
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
  /** It stands among the card's words, beneath its picture. */
  protected readonly amongWords = computed(
    () => !PICTURE_PLACES.some((place) => place === this.rule().place),
  );
  protected readonly ink = computed(() => colourOf(this.rule().ink, this.colours()));
  protected readonly ground = computed(() => {
    const { ground, opacity } = this.rule();
    return `color-mix(in srgb, ${colourOf(ground, this.colours())} ${opacity}%, transparent)`;
  });
}
