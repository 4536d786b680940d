import { COLOUR_WORDS } from '../wording/words';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  BREAKPOINT_BOUNDS,
  CONTENT_BOUNDS,
  COLOUR_NAMES,
  contrastsOf,
  darkColours,
  MIN_CONTRAST,
  READY_LOOKS,
  type Breakpoints,
  type CardFrame,
  type ColourName,
  type LinkLine,
  type Look,
  type Shadow,
  type ShopHead,
} from '@fond/core';
import { Store } from '@ngrx/store';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { SlipIndex, type SlipPart } from '../brief/slipIndex';
import { Choices, type Choice } from '../field/choices';
import { Stepper } from '../field/stepper';
import { ButtonFields } from './buttonFields';
import { OwnFontFields } from './ownFontFields';
import { TypeFields } from './typeFields';

const READY: readonly { key: keyof typeof READY_LOOKS; name: string }[] = [
  { key: 'enamel', name: 'Enamel' },
  { key: 'slate', name: 'Slate' },
  { key: 'garden', name: 'Garden' },
];

const PARTS: readonly SlipPart[] = [
  { part: 'colours', name: 'Colours' },
  { part: 'type', name: 'Type' },
  { part: 'buttons', name: 'Buttons' },
  { part: 'space', name: 'Space and corners' },
  { part: 'widths', name: 'Widths and head' },
  { part: 'css', name: 'CSS' },
];

const SHADOWS: readonly Choice<Shadow>[] = (['none', 'soft', 'strong'] as const).map((value) => ({
  value,
  name: value,
}));

const FRAMES: readonly Choice<CardFrame>[] = [
  { value: 'none', name: 'nothing' },
  { value: 'line', name: 'a line' },
  { value: 'filled', name: 'a ground' },
];

const LINKS: readonly Choice<LinkLine>[] = [
  { value: 'underlined', name: 'always' },
  { value: 'pointed', name: 'when pointed at' },
];

const HEADS: readonly Choice<ShopHead>[] = [
  { value: 'still', name: 'scroll with the page' },
  { value: 'stuck', name: 'stay in view' },
];

/** The named values that the page is drawn with, on the page itself; beside each pair of colours its contrast. */
@Component({
  selector: 'desk-look-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonFields, Choices, OwnFontFields, SlipIndex, Stepper, TypeFields],
  template: `
    @if (look(); as one) {
      <desk-slip-index [parts]="parts" />
      <div class="line" data-part="colours">
        <span>Start from</span>
        <span class="choices">
          @for (ready of readies; track ready.key) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="same(one, ready.key)"
              (click)="start(ready.key)"
            >
              {{ ready.name }}
            </button>
          }
        </span>
      </div>
      <div class="line">
        <span>Pages are</span>
        <desk-choices
          label="Light and dark"
          [choices]="shades"
          [value]="one.dark !== null"
          (chosen)="shade($event)"
        />
      </div>
      @if (one.dark) {
        <div class="line">
          <span>Colours of</span>
          <desk-choices
            label="Colours of"
            [choices]="sets"
            [value]="editing()"
            (chosen)="editing.set($event)"
          />
        </div>
      }
      @let shown = (editing() === 'dark' && one.dark) || one.colours;
      <div class="colours">
        @for (name of colours; track name) {
          <label>
            <input
              type="color"
              [attr.aria-label]="'Colour of ' + words[name]"
              [value]="shown[name]"
              (input)="colour(name, $any($event.target).value)"
            />
            <span
              >{{ words[name] }}<small class="figures">{{ shown[name] }}</small></span
            >
          </label>
        }
      </div>
      <table>
        <thead>
          <tr>
            <th scope="col">Written on the page</th>
            <th scope="col" class="number">Contrast</th>
          </tr>
        </thead>
        <tbody>
          @for (pair of contrasts(); track pair.what) {
            <tr>
              <th scope="row">
                <span class="sample" [style.color]="shown[pair.words]" [style.background]="shown[pair.ground]"
                  >Aa</span
                >
                {{ pair.what }}
              </th>
              <td class="number figures" [class.ragged]="pair.contrast < least">
                {{ pair.contrast.toFixed(1) }}{{ pair.contrast < least ? ', too little' : '' }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (poor()) {
        <p class="turned" role="alert">
          {{ poor() }} {{ poor() === 1 ? 'pair is' : 'pairs are' }} hard to read; words need {{ least }} to 1.
        </p>
      }
      <details class="group" data-part="type">
        <summary>Type</summary>
        <desk-type-fields />
        <desk-own-font-fields />
      </details>
      <details class="group" data-part="buttons">
        <summary>Buttons</summary>
        <desk-button-fields />
      </details>
      <div class="line" data-part="space">
        <span>Space at</span>
        <desk-stepper
          label="Space between fixtures in percent"
          [value]="one.rhythm"
          [least]="40"
          [most]="200"
          (changed)="change('rhythm', { rhythm: $event })"
        />
        <span>%</span>
      </div>
      <div class="line">
        <span>Corners of</span>
        <desk-stepper
          label="Corners in pixels"
          [value]="one.radius"
          [least]="0"
          [most]="40"
          (changed)="change('radius', { radius: $event })"
        />
        <span>px, shadows</span>
        <desk-choices
          label="Shadows"
          [choices]="shadows"
          [value]="one.shadow"
          (chosen)="change('shadow', { shadow: $event })"
        />
        <span>, around cards</span>
        <desk-choices
          label="Around cards"
          [choices]="frames"
          [value]="one.frame"
          (chosen)="change('frame', { frame: $event })"
        />
      </div>
      <div class="line">
        <span>Links by themselves are underlined</span>
        <desk-choices
          label="Links"
          [choices]="links"
          [value]="one.links"
          (chosen)="change('links', { links: $event })"
        />
      </div>
      <div class="line" data-part="widths">
        <span>Pages are medium from</span>
        <desk-stepper
          label="Medium pages from, in pixels"
          [value]="one.breakpoints.medium"
          [least]="bounds.medium.least"
          [most]="bounds.medium.most"
          (changed)="width('medium', $event)"
        />
        <span>px, wide from</span>
        <desk-stepper
          label="Wide pages from, in pixels"
          [value]="one.breakpoints.wide"
          [least]="bounds.wide.least"
          [most]="bounds.wide.most"
          (changed)="width('wide', $event)"
        />
        <span>px</span>
      </div>
      <div class="line">
        <span>Content is at most</span>
        <desk-stepper
          label="Widest content in pixels"
          [value]="one.content"
          [least]="widest.least"
          [most]="widest.most"
          [by]="20"
          (changed)="change('content', { content: $event })"
        />
        <span>px wide. Name, search and cart of the shop</span>
        <desk-choices
          label="Head of the shop"
          [choices]="heads"
          [value]="one.head"
          (chosen)="change('head', { head: $event })"
        />
      </div>
      <details [open]="css() !== ''" data-part="css">
        <summary>CSS of its own</summary>
        <textarea
          class="field"
          rows="8"
          maxlength="20000"
          spellcheck="false"
          aria-label="CSS of its own"
          placeholder="h1 { text-transform: uppercase }"
          [value]="css()"
          (input)="style($any($event.target).value)"
        ></textarea>
        @for (fault of cssFaults(); track fault) {
          <p class="turned" role="alert">The CSS {{ fault }}.</p>
        }
        <p class="hint">
          It reaches the content of this plan’s pages, neither the head nor the foot of the shop. The look’s
          values stand in it as var(--ink), var(--sale), var(--radius).
        </p>
      </details>
      <p class="hint">
        The house plan’s look is the shop’s: plans that build on it follow, each with what it says otherwise.
      </p>
    }
  `,
  styles: `
    textarea {
      width: 100%;
      font:
        13px/1.5 ui-monospace,
        monospace;
    }
    summary {
      min-height: 28px;
      line-height: 28px;
      color: var(--petrol);
      cursor: pointer;
    }
    .colours {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 4px 12px;
      margin: 8px 0;
    }
    .colours label {
      display: flex;
      align-items: center;
      gap: 8px;
    }
    input[type='color'] {
      flex: none;
      width: 32px;
      height: 26px;
      padding: 0;
      border: 1px solid var(--hairline);
      background: none;
    }
    small {
      display: block;
      line-height: 1.1;
      color: var(--quiet);
    }
    .colours span {
      line-height: 1.2;
    }
    .sample {
      display: inline-block;
      width: 30px;
      margin-inline-end: 6px;
      text-align: center;
      font-weight: 600;
      border: 1px solid var(--hairline);
    }
  `,
})
export class LookSlip {
  private readonly editor = inject(PlanEditor);
  private readonly problem = inject(Store).selectSignal(planFeature.selectPreviewProblem);
  protected readonly colours = COLOUR_NAMES;
  protected readonly words = COLOUR_WORDS;
  protected readonly parts = PARTS;
  protected readonly readies = READY;
  protected readonly shadows = SHADOWS;
  protected readonly frames = FRAMES;
  protected readonly least = MIN_CONTRAST;
  protected readonly shades = [
    { value: false, name: 'light' },
    { value: true, name: 'light, or dark where a device asks for it' },
  ] as const;
  protected readonly sets = [
    { value: 'light', name: 'light pages' },
    { value: 'dark', name: 'dark pages' },
  ] as const;
  protected readonly editing = signal<'light' | 'dark'>('light');
  protected readonly bounds = BREAKPOINT_BOUNDS;
  protected readonly widest = CONTENT_BOUNDS;
  protected readonly heads = HEADS;
  protected readonly links = LINKS;
  protected readonly look = computed(() => this.editor.plan()?.look ?? null);
  protected readonly contrasts = computed(() => {
    const look = this.look();
    return look ? contrastsOf((this.editing() === 'dark' && look.dark) || look.colours) : [];
  });
  protected readonly poor = computed(
    () => this.contrasts().filter(({ contrast }) => contrast < MIN_CONTRAST).length,
  );

  protected readonly css = computed(() => this.editor.plan()?.css ?? '');
  /** Why the page in the window could not be made with it. */
  protected readonly cssFaults = computed(() =>
    (this.problem()?.errors ?? []).flatMap(({ path, message }) => (path === 'plan.css' ? [message] : [])),
  );

  protected style(css: string): void {
    this.editor.edit('CSS', (plan) => ({ ...plan, css }));
  }

  protected same(look: Look, key: keyof typeof READY_LOOKS): boolean {
    const { dark, breakpoints, content, head } = look;
    return JSON.stringify(look) === JSON.stringify({ ...READY_LOOKS[key], dark, breakpoints, content, head });
  }

  protected start(key: keyof typeof READY_LOOKS): void {
    const look = this.look();
    const ready = READY_LOOKS[key];
    // What a shop has decided of dark pages and widths stays, whatever its colours are.
    if (look)
      this.change('start', {
        ...ready,
        dark: look.dark && darkColours(ready.colours),
        breakpoints: look.breakpoints,
        content: look.content,
        head: look.head,
      });
  }

  protected colour(name: ColourName, colour: string): void {
    const look = this.look();
    if (!look) return;
    if (this.editing() === 'dark' && look.dark)
      this.change(`dark colour ${name}`, { dark: { ...look.dark, [name]: colour } });
    else this.change(`colour ${name}`, { colours: { ...look.colours, [name]: colour } });
  }

  /** Dark pages begin with colours that keep the character of the light ones. */
  protected shade(dark: boolean): void {
    const look = this.look();
    if (!look || dark === (look.dark !== null)) return;
    this.editing.set(dark ? 'dark' : 'light');
    this.change('light and dark', { dark: dark ? darkColours(look.colours) : null });
  }

  protected width(name: keyof Breakpoints, from: number): void {
    const look = this.look();
    if (look) this.change(`width ${name}`, { breakpoints: { ...look.breakpoints, [name]: from } });
  }

  protected change(what: string, change: Partial<Look>): void {
    this.editor.edit(`look ${what}`, (plan) => ({ ...plan, look: { ...plan.look, ...change } }));
  }
}
