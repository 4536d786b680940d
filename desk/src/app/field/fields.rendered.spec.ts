import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { Stepped } from '@fond/core';
import { render } from '../testing/render';
import { Choices, type Choice } from './choices';
import { ChoicesHarness } from './choices.harness';
import { moveItem } from './lists';
import { RowTools } from './rowTools';
import { RowToolsHarness } from './rowTools.harness';
import { Stepper } from './stepper';
import { StepperHarness } from './stepper.harness';
import { WidthStepper } from './widthStepper';

@Component({
  selector: 'desk-test-stepper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Stepper],
  template: `<desk-stepper
    label="Columns, wide"
    [least]="1"
    [most]="6"
    [value]="value()"
    (changed)="take($event)"
  />`,
})
class SteppedColumns {
  readonly value = signal(3);
  readonly taken: number[] = [];

  take(value: number): void {
    this.taken.push(value);
    this.value.set(value);
  }
}

describe('a stepper', () => {
  it('goes up and down, as far as its ends', async () => {
    const { component, find } = render(SteppedColumns);
    const stepper = await find(StepperHarness.labelled('Columns, wide'));
    await stepper.stepUp();
    expect(await stepper.value()).toBe(4);
    component.value.set(6);
    expect(await stepper.steps()).toEqual({ down: true, up: false });
    component.value.set(1);
    expect(await stepper.steps()).toEqual({ down: false, up: true });
  });

  it('takes what is typed where it fits, and shows what holds once the field is left', async () => {
    const { component, find } = render(SteppedColumns);
    const stepper = await find(StepperHarness);
    await stepper.type('5');
    expect(component.taken).toEqual([5]);
    for (const refused of ['9', '0', '2.5', '']) {
      component.taken.length = 0;
      await stepper.type(refused);
      expect(component.taken, refused).toEqual([]);
      expect(await stepper.value(), refused).toBe(component.value());
    }
  });

  it('says nothing where the same number is typed again', async () => {
    const { component, find } = render(SteppedColumns);
    await (await find(StepperHarness)).type('3');
    expect(component.taken).toEqual([]);
  });
});

@Component({
  selector: 'desk-test-widths',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WidthStepper],
  template: `<desk-width-stepper
    label="Gap"
    width="medium"
    [most]="60"
    [values]="values()"
    (changed)="values.set($event)"
  />`,
})
class Gap {
  readonly values = signal<Stepped<number>>({ wide: 24, medium: null, narrow: null });
}

describe('a number at a width', () => {
  it('follows the wider one until it is set apart, and again when it is handed back', async () => {
    const { component, find, fixture } = render(Gap);
    const stepper = await find(StepperHarness);
    expect(await stepper.value()).toBe(24);
    const root = fixture.nativeElement as HTMLElement;
    expect(root.textContent).toContain('as wide');
    expect(root.querySelector('button.word'), 'nothing to hand back').toBeNull();
    await stepper.stepUp();
    expect(component.values()).toEqual({ wide: 24, medium: 25, narrow: null });
    root.querySelector<HTMLButtonElement>('[aria-label="Gap: as wide"]')!.click();
    expect(component.values()).toEqual({ wide: 24, medium: null, narrow: null });
  });
});

@Component({
  selector: 'desk-test-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices],
  template: `<desk-choices
    label="Form"
    [choices]="choices"
    [value]="value()"
    (chosen)="value.set($event)"
  />`,
})
class Form {
  readonly choices: readonly Choice<string>[] = [
    { value: 'grid', name: 'a grid' },
    { value: 'list', name: 'a list' },
  ];
  readonly value = signal('grid');
}

describe('choices', () => {
  it('hold one of them, and say which', async () => {
    const { component, find } = render(Form);
    const choices = await find(ChoicesHarness.labelled('Form'));
    expect(await choices.names()).toEqual(['a grid', 'a list']);
    expect(await choices.chosen()).toEqual(['a grid']);
    await choices.choose('a list');
    expect(component.value()).toBe('list');
    expect(await choices.chosen()).toEqual(['a list']);
  });
});

@Component({
  selector: 'desk-test-rows',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RowTools],
  template: `@for (name of names(); track name; let at = $index) {
    <desk-row-tools
      [name]="name"
      [at]="at"
      [count]="names().length"
      (moved)="move(at, $event)"
      (removed)="remove(name)"
    />
  }`,
})
class Rows {
  readonly names = signal<readonly string[]>(['newest', 'price', 'name']);

  move(from: number, to: number): void {
    this.names.update((names) => moveItem(names, from, to));
  }

  remove(name: string): void {
    this.names.update((names) => names.filter((one) => one !== name));
  }
}

describe('the tools of a row', () => {
  it('move it up and down, and leave it out, but never the last one', async () => {
    const { component, find } = render(Rows);
    await (await find(RowToolsHarness.of('name'))).moveUp();
    expect(component.names()).toEqual(['newest', 'name', 'price']);
    expect(await (await find(RowToolsHarness.of('newest'))).can('Up')).toBe(false);
    expect(await (await find(RowToolsHarness.of('price'))).can('Down')).toBe(false);
    await (await find(RowToolsHarness.of('newest'))).leaveOut();
    await (await find(RowToolsHarness.of('name'))).leaveOut();
    expect(component.names()).toEqual(['price']);
    expect(await (await find(RowToolsHarness.of('price'))).can('Leave out')).toBe(false);
  });
});
