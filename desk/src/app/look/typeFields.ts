import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  fontCssOf,
  LEADING_BOUNDS,
  SIZE_BOUNDS,
  TRACKING_BOUNDS,
  TYPE_ROLES,
  type FontName,
  type TypeRole,
  type TypeSetting,
} from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { Choices } from '../field/choices';
import { CASE_CHOICES } from '../field/caseChoices';
import { FontField } from '../field/fontField';
import { UsualNumber } from '../field/usualNumber';
import { WeightField } from '../field/weightField';
import { WidthFields } from '../field/widthFields';

const SAMPLES: Readonly<Record<TypeRole, string>> = {
  headings: 'Pots & pans',
  words: 'Made to be used every day.',
  names: 'Copper saucepan, 18 cm',
  prices: '€ 84.50',
  labels: 'Material copper',
  buttons: 'Add to cart',
};

/** How each thing that is written on the page is set: its family, size, weight, lines and letters. */
@Component({
  selector: 'desk-type-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, FontField, UsualNumber, WeightField, WidthFields],
  template: `
    @if (setting(); as one) {
      <div class="line">
        <span>Set</span>
        <desk-choices label="What is set" [choices]="roles" [value]="role()" (chosen)="role.set($event)" />
      </div>
      <p
        class="sample"
        [style.font-family]="css()"
        [style.font-weight]="one.weight"
        [style.font-style]="one.italic ? 'italic' : null"
        [style.letter-spacing]="one.tracking === null ? null : one.tracking / 1000 + 'em'"
        [style.line-height]="one.leading === null ? null : one.leading / 100"
        [style.text-transform]="cases[one.case]"
        aria-hidden="true"
      >
        {{ samples[role()] }}
      </p>
      <div class="line">
        <span>in</span>
        <desk-font-field
          [label]="'Family of ' + role()"
          [value]="one.font ?? 'words'"
          [others]="others()"
          (chosen)="change('family', { font: familyOf($event) })"
        />
        <desk-weight-field
          [label]="'Weight of ' + role()"
          [value]="one.weight"
          (changed)="change('weight', { weight: $event })"
        />
        <label
          ><input
            type="checkbox"
            [checked]="one.italic"
            (change)="change('slant', { italic: !one.italic })"
          />
          slanted</label
        >
      </div>
      <desk-width-fields
        name="Size in percent of the usual"
        [values]="one.size"
        [least]="sizes.least"
        [most]="sizes.most"
        (changed)="change('size', { size: $event })"
      />
      <div class="line">
        <desk-usual-number
          name="From line to line"
          [label]="'From line to line in percent: ' + role()"
          [value]="one.leading"
          [least]="leading.least"
          [most]="leading.most"
          unit=" %"
          (changed)="change('leading', { leading: $event })"
        />
        <desk-usual-number
          name="between letters"
          [label]="'Between letters in thousandths: ' + role()"
          [value]="one.tracking"
          [least]="tracking.least"
          [most]="tracking.most"
          unit=" ‰"
          (changed)="change('tracking', { tracking: $event })"
        />
      </div>
      <div class="line">
        <span>Letters</span>
        <desk-choices
          [label]="'Letters of ' + role()"
          [choices]="caseChoices"
          [value]="one.case"
          (chosen)="change('letters', { case: $event })"
        />
      </div>
    }
  `,
  styles: `
    .sample {
      margin: 6px 0;
      padding: 6px 10px;
      overflow: hidden;
      font-size: 24px;
      white-space: nowrap;
      border-inline-start: 2px solid var(--hairline);
    }
  `,
})
export class TypeFields {
  private readonly editor = inject(PlanEditor);
  protected readonly role = signal<TypeRole>('headings');
  protected readonly roles = TYPE_ROLES.map((value) => ({ value, name: value }));
  protected readonly samples = SAMPLES;
  protected readonly sizes = SIZE_BOUNDS;
  protected readonly leading = LEADING_BOUNDS;
  protected readonly tracking = TRACKING_BOUNDS;
  protected readonly caseChoices = CASE_CHOICES;
  protected readonly cases = { usual: null, upper: 'uppercase', lower: 'lowercase', title: 'capitalize' };
  private readonly type = computed(() => this.editor.plan()?.look.type ?? null);
  protected readonly setting = computed((): TypeSetting | null => this.type()?.[this.role()] ?? null);
  protected readonly css = computed(() => {
    const type = this.type();
    return type && fontCssOf(type[this.role()].font ?? type.words.font);
  });
  /** Headings and words say their family themselves; all else may follow words. */
  protected readonly others = computed(() =>
    this.role() === 'headings' || this.role() === 'words'
      ? []
      : [{ value: 'words' as const, name: 'as words are' }],
  );

  protected familyOf(chosen: FontName | 'words'): FontName | null {
    return chosen === 'words' ? null : chosen;
  }

  protected change(what: string, change: Partial<TypeSetting>): void {
    const role = this.role();
    this.editor.edit(`look ${role} ${what}`, (plan) => ({
      ...plan,
      look: {
        ...plan.look,
        type: { ...plan.look.type, [role]: { ...plan.look.type[role], ...change } },
      },
    }));
  }
}
