import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  BADGE_FIGURES,
  PICTURE_PLACES,
  BADGE_SHAPES,
  badgeContrast,
  MAX_BADGE_LETTERS,
  strangeFigures,
  type BadgePlace,
  type BadgeRule,
  type Paint,
  type PictureSource,
} from '@fond/core';
import { PictureField } from '../picture/pictureField';
import { ClauseList } from '../range/clauseList';
import { PlanEditor } from '../draft/planEditor';
import { WidthFields } from '../field/widthFields';
import { TextLine } from '../brief/textLine';
import { Choices, type Choice } from '../field/choices';
import { PaintField } from '../brief/paintField';
import { DaysFields } from '../field/daysFields';
import { Stepper } from '../field/stepper';
import { BADGE_PLACE_WORDS, BADGE_SHAPE_WORDS } from '../wording/words';

const AMONG_WORDS = ['above-name', 'beside-price'] as const;

interface Changed {
  what: string;
  change: Partial<BadgeRule>;
}

/** One badge: which products carry it, what it says, how it is drawn. */
@Component({
  selector: 'desk-badge-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, ClauseList, DaysFields, PaintField, PictureField, Stepper, TextLine, WidthFields],
  template: `
    @let one = rule();
    <desk-text-line
      name="Says"
      called="What the badge says"
      [texts]="one.text"
      [most]="letters"
      (changed)="tell('text', { text: $event })"
    />
    <div class="line">
      <span class="unit">with the product’s</span>
      <span class="choices">
        @for (figure of figures; track figure.name) {
          <button type="button" class="choice add" (click)="insert(figure.name)">{{ figure.words }}</button>
        }
      </span>
    </div>
    @if (strange().length) {
      <p class="turned" role="alert">
        {{ strange().join(', ') }} is no figure of a product. The draft waits with being saved until it is
        taken out.
      </p>
    }
    <fieldset>
      <legend>Carried by products that</legend>
      <desk-clauses [clauses]="one.clauses" (changed)="tell('products', { clauses: $event })" />
    </fieldset>
    @if (!one.clauses.length) {
      <p class="hint">Without a clause every product carries it.</p>
    }
    <div class="line">
      <span>Shape</span>
      <desk-choices
        label="Shape of the badge"
        [choices]="shapes"
        [value]="one.shape"
        (chosen)="tell('shape', { shape: $event })"
      />
    </div>
    <div class="line">
      <span>Stands</span>
      <div class="nine" role="group" aria-label="Place on the picture">
        @for (place of onPicture; track place.value) {
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="one.place === place.value"
            [attr.aria-label]="place.name"
            [attr.title]="place.name"
            (click)="tell('place', { place: place.value })"
          ></button>
        }
      </div>
      <desk-choices
        label="Among the words"
        [choices]="amongWords"
        [value]="one.place"
        (chosen)="tell('place', { place: $event })"
      />
    </div>
    <desk-days-fields what="badge" [days]="one" (changed)="tell($event.what, $event.change)" />
    <desk-picture-field
      [name]="'badge-' + one.id"
      [picture]="pictured()"
      [focus]="null"
      [adorns]="true"
      [aisles]="false"
      [lang]="''"
      (changed)="picture($event)"
    />
    @if (one.picture; as picture) {
      <label class="line"
        ><input
          type="checkbox"
          [checked]="picture.alone"
          (change)="
            tell('picture alone', {
              picture: {
                hash: picture.hash,
                width: picture.width,
                height: picture.height,
                alone: !picture.alone,
              },
            })
          "
        />
        only the picture is seen; the words are read out</label
      >
    }
    @for (part of paints; track part.key) {
      @if (part.key === 'ink' || one.shape !== 'words') {
        <desk-paint-field
          [name]="part.name"
          [called]="part.name"
          [paint]="one[part.key]"
          (changed)="paint(part.key, $any($event))"
        />
      }
    }
    @if (contrast(); as figure) {
      <p [class]="figure < 4.5 ? 'hint turned' : 'hint'">
        Contrast of words and ground: <b class="figures">{{ figure.toFixed(1) }}</b>
        {{ figure < 4.5 ? '– too low to be read by everybody.' : '' }}
      </p>
    }
    @if (one.shape !== 'words') {
      <div class="line">
        <span>Its ground covers</span>
        <desk-stepper
          label="Opacity in percent"
          [value]="one.opacity"
          [least]="20"
          [most]="100"
          (changed)="tell('opacity', { opacity: $event })"
        />
        <span class="unit">% of what is below</span>
      </div>
    }
    <desk-width-fields
      name="Letters, px"
      [values]="one.size"
      [least]="8"
      [most]="40"
      (changed)="tell('size', { size: $event })"
    />
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 0 10px 28px;
    }
    .nine {
      display: grid;
      grid-template-columns: repeat(3, 26px);
      gap: 3px;
      padding: 4px;
      border: 1px solid var(--hairline);
      background: var(--ground);
    }
    .nine .choice {
      width: 26px;
      height: 22px;
      padding: 0;
    }
  `,
})
export class BadgeFields {
  private readonly editor = inject(PlanEditor);
  readonly rule = input.required<BadgeRule>();
  readonly changed = output<Changed>();
  protected readonly letters = MAX_BADGE_LETTERS;
  protected readonly shapes = BADGE_SHAPES.map((value) => ({ value, name: BADGE_SHAPE_WORDS[value] }));
  protected readonly onPicture = PICTURE_PLACES.map((value) => ({ value, name: BADGE_PLACE_WORDS[value] }));
  protected readonly amongWords = AMONG_WORDS.map((value): Choice<BadgePlace> => ({
    value,
    name: BADGE_PLACE_WORDS[value],
  }));
  protected readonly paints = [
    { key: 'ground', name: 'Ground' },
    { key: 'ink', name: 'Words' },
  ] as const;
  protected readonly figures = BADGE_FIGURES.map((name) => ({ name, words: FIGURE_WORDS[name] }));

  protected readonly strange = computed(() => Object.values(this.rule().text).flatMap(strangeFigures));
  protected readonly contrast = computed(() => {
    const plan = this.editor.plan();
    return plan && badgeContrast(this.rule(), plan.look.colours);
  });

  protected tell(what: string, change: Partial<BadgeRule>): void {
    this.changed.emit({ what, change });
  }

  protected paint(part: 'ground' | 'ink', paint: Paint): void {
    this.tell(part === 'ground' ? 'ground' : 'colour of words', { [part]: paint });
  }

  protected readonly pictured = computed((): PictureSource | null => {
    const { picture } = this.rule();
    return (
      picture && { kind: 'kept', hash: picture.hash, width: picture.width, height: picture.height, alt: {} }
    );
  });

  protected picture(source: PictureSource | null): void {
    const alone = this.rule().picture?.alone ?? false;
    const picture =
      source?.kind === 'kept'
        ? { hash: source.hash, width: source.width, height: source.height, alone }
        : null;
    this.tell('picture', { picture });
  }

  protected insert(figure: string): void {
    const lang = this.editor.lang();
    const { text } = this.rule();
    const known: string | undefined = text[lang];
    const said = `${known ?? ''} {${figure}}`.trim();
    if (said.length <= MAX_BADGE_LETTERS) this.tell('text', { text: { ...text, [lang]: said } });
  }
}

const FIGURE_WORDS: Readonly<Record<(typeof BADGE_FIGURES)[number], string>> = {
  saving: 'saving in percent',
  amount: 'saving as money',
  stock: 'pieces in stock',
  rating: 'rating',
  sold: 'pieces sold',
  days: 'days since it was added',
};
