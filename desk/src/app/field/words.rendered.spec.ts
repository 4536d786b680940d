import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK, type CardPaint, type Stepped, type Texts } from '@fond/core';
import { PaintField } from '../brief/paintField';
import { TextLine } from '../brief/textLine';
import { PlanEditor } from '../draft/planEditor';
import { LocalTexts } from '../records/localTexts';
import { FilePick } from '../shell/filePick';
import { draw, type Drawn } from '../testing/draw';
import { RowGap } from './rowGap';
import { UsualNumber } from './usualNumber';
import { WeightField } from './weightField';

/** A plan whose page is seen in French. */
const EDITOR = {
  provide: PlanEditor,
  useValue: { lang: signal('fr'), plan: signal({ look: USUAL_LOOK }) },
};

@Component({
  selector: 'desk-test-texts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LocalTexts, TextLine],
  template: `
    <desk-texts
      name="Name"
      [texts]="texts()"
      [languages]="['en', 'fr']"
      fault="is taken"
      (changed)="texts.set($event)"
    />
    <desk-text-line name="Heading" [texts]="texts()" otherwise="none" (changed)="texts.set($event)" />
  `,
})
class Named {
  readonly texts = signal<Texts>({ en: 'Pans' });
}

describe('a text in several languages', () => {
  it('is written in each, and one that is empty is left out, so that another stands in', async () => {
    const { component, root, write, said } = await draw(Named, [EDITOR]);
    const french = root.querySelector<HTMLInputElement>('[aria-label="Name, fr"]')!;
    expect([french.value, french.placeholder]).toEqual(['', 'as in en']);
    await write('Name, fr', 'Poêles');
    expect(component.texts()).toEqual({ en: 'Pans', fr: 'Poêles' });
    await write('Name, en', '');
    expect(component.texts()).toEqual({ fr: 'Poêles' });
    expect(said('.fault')).toBe('The name is taken.');
  });

  it('is written as a line in the language of the page that is looked at', async () => {
    const { component, root, write } = await draw(Named, [EDITOR]);
    expect(root.querySelector<HTMLInputElement>('[aria-label="Heading, fr"]')!.placeholder).toBe('none');
    await write('Heading, fr', 'Casseroles');
    expect(component.texts()).toEqual({ en: 'Pans', fr: 'Casseroles' });
    await write('Heading, fr', '');
    expect(component.texts()).toEqual({ en: 'Pans' });
  });
});

@Component({
  selector: 'desk-test-numbers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RowGap, UsualNumber, WeightField],
  template: `
    <desk-usual-number
      name="Size"
      label="Size of letters"
      unit=" px"
      [least]="10"
      [most]="60"
      [value]="size()"
      (changed)="size.set($event)"
    />
    <desk-weight-field label="Weight" [value]="weight()" (changed)="weight.set($event)" />
    <desk-row-gap [gap]="gap" [rowGap]="rowGap()" (changed)="rowGap.set($event)" />
  `,
})
class Numbers {
  readonly size = signal<number | null>(null);
  readonly weight = signal<number | null>(null);
  readonly gap: Stepped<number> = { wide: 24, medium: null, narrow: 12 };
  readonly rowGap = signal<Stepped<number> | null>(null);
}

describe('a number that may be as usual', () => {
  it('is taken between its bounds, and what is not stands there with why', async () => {
    const { component, root, write, said } = await draw(Numbers);
    await write('Size of letters', '18');
    expect(component.size()).toBe(18);
    for (const typed of ['9', '61', '18.5']) {
      await write('Size of letters', typed);
      expect(component.size(), typed).toBe(18);
      expect(said('[role="alert"]')).toContain(`${typed} px is not taken. It may be 10 to 60 px`);
      expect(root.querySelector<HTMLInputElement>('[aria-label="Size of letters"]')!.value).toBe(typed);
    }
    await write('Size of letters', '');
    expect([component.size(), root.querySelector('[role="alert"]')]).toEqual([null, null]);
  });

  it('is a weight by choice', async () => {
    const { component, root, settled } = await draw(Numbers);
    const field = root.querySelector<HTMLSelectElement>('[aria-label="Weight"]')!;
    expect(field.selectedOptions[0].text).toBe('usual');
    field.value = '600';
    field.dispatchEvent(new Event('change'));
    await settled();
    expect(component.weight()).toBe(600);
    field.value = '';
    field.dispatchEvent(new Event('change'));
    expect(component.weight()).toBeNull();
  });

  it('is a gap between rows that begins as it was, and goes with the other one again', async () => {
    const { component, root, settled } = await draw(Numbers);
    const apart = root.querySelector<HTMLInputElement>('desk-row-gap [type="checkbox"]')!;
    apart.click();
    await settled();
    expect(component.rowGap()).toEqual({ wide: 44, medium: 44, narrow: 26 });
    apart.click();
    await settled();
    expect(component.rowGap()).toBeNull();
  });
});

@Component({
  selector: 'desk-test-paint',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PaintField],
  template: `<desk-paint-field
    name="Ground"
    called="Ground of the button"
    usual="as usual"
    [category]="true"
    [through]="true"
    [paint]="paint()"
    (changed)="paint.set($event)"
    (leftOut)="paint.set('none')"
  />`,
})
class Ground {
  readonly paint = signal<CardPaint | 'none' | null>(null);
}

describe('the field of a colour', () => {
  const choose = async ({ root, settled }: Drawn<Ground>, value: string): Promise<void> => {
    const field = root.querySelector('select')!;
    field.value = value;
    field.dispatchEvent(new Event('change'));
    await settled();
  };

  it('takes one of the look by name, the category’s, or none', async () => {
    const field = await draw(Ground, [EDITOR]);
    for (const paint of ['mark', 'category', 'none'] as const) {
      await choose(field, paint);
      expect(field.component.paint()).toBe(paint);
      expect(field.root.querySelector('[type="color"]')).toBeNull();
    }
    await choose(field, '');
    expect(field.component.paint()).toBeNull();
  });

  it('takes one of its own, which begins as the one that it has', async () => {
    const field = await draw(Ground, [EDITOR]);
    await choose(field, 'mark');
    await choose(field, 'own');
    expect(field.component.paint()).toBe(USUAL_LOOK.colours.mark);
    const own = field.root.querySelector<HTMLInputElement>('[type="color"]')!;
    expect(own.getAttribute('aria-label')).toBe('Ground of the button, its own colour');
    own.value = '#123456';
    own.dispatchEvent(new Event('input'));
    expect(field.component.paint()).toBe('#123456');
  });
});

@Component({
  selector: 'desk-test-files',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick],
  template: `<desk-file-pick words="Add pictures" [several]="true" (picked)="names.push($event.name)" />`,
})
class Pictures {
  readonly names: string[] = [];
}

describe('a button that asks for files', () => {
  it('tells each by itself, and the same one again when it is chosen again', async () => {
    const { component, root } = await draw(Pictures);
    const field = root.querySelector<HTMLInputElement>('input')!;
    const pick = (...names: string[]): void => {
      const files = names.map((name) => new File(['x'], name));
      // Nobody but a person puts files into a field.
      Object.defineProperty(field, 'files', { value: files, configurable: true });
      field.dispatchEvent(new Event('change'));
    };
    pick('a.png', 'b.png');
    expect(field.value).toBe('');
    pick('a.png');
    expect(component.names).toEqual(['a.png', 'b.png', 'a.png']);
  });
});
