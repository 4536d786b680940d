import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { FONT_NAMES, FONTS, fontCssOf, type FontKind, type FontName, type ShippedFontName } from '@fond/core';
import { OwnFonts } from './ownFonts';
import type { Choice } from './choices';

const KINDS: readonly { kind: FontKind; name: string }[] = [
  { kind: 'humanist', name: 'Sans, humanist' },
  { kind: 'geometric', name: 'Sans, geometric' },
  { kind: 'condensed', name: 'Condensed' },
  { kind: 'serif', name: 'Serif' },
  { kind: 'slab', name: 'Slab' },
  { kind: 'monospaced', name: 'Monospaced' },
];

const asked = new Set<string>();

/** The shop's own files, fetched once somebody chooses among families; one that doesn't come is shown in another. */
function showInThemselves(): void {
  for (const name of FONT_NAMES) fetchFace(FONTS[name].css, `${FONTS[name].file}-latin-wght-normal`);
}

function fetchFace(css: string, file: string): void {
  const [, family] = /^'([^']+)'/.exec(css)!;
  if (asked.has(family)) return;
  asked.add(family);
  const face = new FontFace(family, `url(/shop/fonts/${file}.woff2)`, { weight: '100 900' });
  document.fonts.add(face);
  face.load().catch(() => asked.delete(family));
}

/** A family of type, each shown in itself. */
@Component({
  selector: 'desk-font-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      [attr.aria-label]="label()"
      [style.font-family]="css(value())"
      (change)="chosen.emit($any($event.target).value)"
    >
      @for (one of others(); track one.value) {
        <option [value]="one.value" [selected]="one.value === value()">{{ one.name }}</option>
      }
      @if (own().length) {
        <optgroup label="Of your own">
          @for (font of own(); track font.id) {
            <option [value]="font.id" [selected]="font.id === value()" [style.font-family]="css(font.id)">
              {{ font.name }}
            </option>
          }
        </optgroup>
      }
      @for (kind of kinds; track kind.kind) {
        <optgroup [label]="kind.name">
          @for (font of fontsOf(kind.kind); track font) {
            <option [value]="font" [selected]="font === value()" [style.font-family]="css(font)">
              {{ fonts[font].name }}
            </option>
          }
        </optgroup>
      }
    </select>
  `,
})
export class FontField<T extends string = FontName> {
  readonly label = input.required<string>();
  readonly value = input.required<T | FontName>();
  /** What may be chosen besides a family. */
  readonly others = input<readonly Choice<T>[]>([]);
  readonly chosen = output<T | FontName>();
  protected readonly fonts = FONTS;
  protected readonly kinds = KINDS;

  private readonly ownFonts = inject(OwnFonts);
  /** Those that are offered, and the one that is chosen in any case. */
  protected readonly own = computed(() =>
    (this.ownFonts.list() ?? []).filter(({ id, away }) => !away || id === this.value()),
  );

  constructor() {
    showInThemselves();
    void this.ownFonts.load();
    effect(() => {
      for (const { id } of this.own()) fetchFace(fontCssOf(id), `own/${id}`);
    });
  }

  protected css(font: string): string | null {
    const is = font in FONTS || this.own().some(({ id }) => id === font);
    return is ? fontCssOf(font as FontName) : null;
  }

  protected fontsOf(kind: FontKind): ShippedFontName[] {
    return FONT_NAMES.filter((name) => FONTS[name].kind === kind);
  }
}
