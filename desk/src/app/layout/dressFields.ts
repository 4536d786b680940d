import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  DRESS_SIZES,
  SPACE_STEPS,
  WIDEST_BOUNDS,
  WIDTH_NAMES,
  type FixtureDress,
  type SpaceStep,
  type WidthName,
} from '@fond/core';
import { PaintField } from '../brief/paintField';
import { TextLine } from '../brief/textLine';
import { PlanEditor } from '../draft/planEditor';
import { Choices } from '../field/choices';
import { UsualNumber } from '../field/usualNumber';
import { WidthFields } from '../field/widthFields';
import { PictureField } from '../picture/pictureField';
import { SPACE_WORDS } from '../wording/dressWords';
import { FIXTURE_WORDS } from '../wording/words';

/** What stands around a fixture: space, a ground, letters and where words stand. */
@Component({
  selector: 'desk-dress-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, PaintField, PictureField, TextLine, UsualNumber, WidthFields],
  template: `
    @if (dress(); as one) {
      <div class="line">
        @for (width of widths; track width) {
          <label
            >{{ width === 'wide' ? 'Space above' : width }}
            <select
              [attr.aria-label]="'Space above on ' + width + ' pages'"
              (change)="space(width, $any($event.target).value)"
            >
              @if (width !== 'wide') {
                <option value="" [selected]="one.above[width] === null">same</option>
              }
              @for (step of steps; track step) {
                <option [value]="step" [selected]="one.above[width] === step">{{ words[step] }}</option>
              }
            </select></label
          >
        }
      </div>
      <desk-paint-field
        name="Stands on"
        called="Ground"
        [paint]="one.ground"
        usual="the page itself"
        (changed)="change('ground', { ground: $any($event) })"
      />
      <desk-picture-field
        [name]="'behind-' + fixtureId()"
        [focus]="null"
        [adorns]="true"
        [lang]="lang()"
        [picture]="one.picture"
        (changed)="change('picture behind it', { picture: $event })"
      />
      <desk-paint-field
        name="Words in"
        called="Colour of words"
        [paint]="one.words"
        [usual]="one.ground ? 'what reads best on it' : 'as usual'"
        (changed)="change('colour of words', { words: $any($event) })"
      />
      <div class="line">
        <span>Words stand</span>
        <desk-choices
          label="Where words stand"
          [choices]="aligns"
          [value]="one.align"
          (chosen)="change('alignment', { align: $event })"
        />
        <desk-usual-number
          name="at most"
          label="Widest words in pixels"
          [value]="one.widest"
          [least]="widest.least"
          [most]="widest.most"
          unit=" px wide"
          (changed)="change('width of words', { widest: $event })"
        />
      </div>
      @if (hasLetters()) {
        <desk-width-fields
          name="Letters in percent"
          [values]="one.size"
          [least]="sizes.least"
          [most]="sizes.most"
          (changed)="change('size of letters', { size: $event })"
        />
      }
      @if (canOpen()) {
        <label class="line"
          ><input
            type="checkbox"
            [checked]="one.drawer !== null"
            (change)="change('drawer', { drawer: one.drawer === null ? {} : null })"
          />
          on narrow pages it opens from a button</label
        >
      }
      @if (one.drawer; as label) {
        <desk-text-line
          name="The button says"
          called="Words of the button it opens from"
          otherwise="Show more"
          [texts]="label"
          [most]="40"
          (changed)="change('words of the drawer', { drawer: $event })"
        />
      }
    }
  `,
})
export class DressFields {
  private readonly editor = inject(PlanEditor);
  readonly fixtureId = input.required<string>();
  protected readonly lang = this.editor.lang;
  protected readonly widths = WIDTH_NAMES;
  protected readonly widest = WIDEST_BOUNDS;
  protected readonly sizes = DRESS_SIZES;
  protected readonly steps = SPACE_STEPS;
  protected readonly words = SPACE_WORDS;
  protected readonly aligns = [
    { value: 'start', name: 'at the start' },
    { value: 'centre', name: 'in the middle' },
    { value: 'end', name: 'at the end' },
  ] as const;
  private readonly fixture = computed(() =>
    this.editor.plan()?.fixtures.find(({ id }) => id === this.fixtureId()),
  );
  protected readonly dress = computed(() => this.fixture()?.dress ?? null);
  protected readonly hasLetters = computed(() =>
    ['title', 'breadcrumb', 'description', 'words', 'promotion'].includes(this.fixture()?.type ?? ''),
  );

  /** The shelf is what a page is for, and its filters open from a button of their own. */
  protected readonly canOpen = computed(() => !['shelf', 'facets'].includes(this.fixture()?.type ?? ''));

  protected space(width: WidthName, step: SpaceStep | ''): void {
    const { above } = this.fixture()!.dress;
    this.change(`space above ${width}`, { above: { ...above, [width]: step || null } });
  }

  protected change(what: string, change: Partial<FixtureDress>): void {
    const { id, type } = this.fixture()!;
    this.editor.edit(`${FIXTURE_WORDS[type]} ${id} ${what}`, (plan) => ({
      ...plan,
      fixtures: plan.fixtures.map((one) =>
        one.id === id ? { ...one, dress: { ...one.dress, ...change } } : one,
      ),
    }));
  }
}
