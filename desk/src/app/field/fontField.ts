import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FONT_NAMES, FONTS, type FontKind, type FontName } from '@fond/core';
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
  for (const name of FONT_NAMES) {
    const { css, file } = FONTS[name];
    const [, family] = /^'([^']+)'/.exec(css)!;
    if (asked.has(family)) continue;
    asked.add(family);
    const face = new FontFace(family, `url(/shop/fonts/${file}-latin-wght-normal.woff2)`, {
      weight: '100 900',
    });
    document.fonts.add(face);
    face.load().catch(() => asked.delete(family));
  }
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

  constructor() {
    showInThemselves();
  }

  protected css(font: string): string | null {
    return font in FONTS ? FONTS[font as FontName].css : null;
  }

  protected fontsOf(kind: FontKind): FontName[] {
    return FONT_NAMES.filter((name) => FONTS[name].kind === kind);
  }
}
