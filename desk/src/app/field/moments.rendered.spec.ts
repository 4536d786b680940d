import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatTimepickerInputHarness } from '@angular/material/timepicker/testing';
import { describe, expect, it } from 'vitest';
import { render } from '../testing/render';
import { DayField } from './dayField';
import { MomentField } from './momentField';
import { ZoneField } from './zoneField';

@Component({
  selector: 'desk-test-day',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField],
  template: `<desk-day-field label="Last day" [value]="day()" (changed)="day.set($event)" />`,
})
class LastDay {
  readonly day = signal('2031-03-01');
}

describe('the field of a day', () => {
  it('shows the day and takes another one, however people write it', async () => {
    const { component, find } = render(LastDay);
    const field = await find(MatDatepickerInputHarness);
    expect(await field.getValue()).toBe('1 Mar 2031');
    for (const [typed, day] of [
      ['2/4/2031', '2031-04-02'],
      ['24 December 31', '2031-12-24'],
      ['2032-02-29', '2032-02-29'],
      ['', ''],
    ]) {
      await field.setValue(typed);
      expect(component.day(), typed).toBe(day);
    }
  });

  it('tells of a day that is none, and changes nothing by it', async () => {
    const { component, find, fixture } = render(LastDay);
    const field = await find(MatDatepickerInputHarness);
    await field.setValue('30 February 2031');
    const root = fixture.nativeElement as HTMLElement;
    expect(root.querySelector('[role="alert"]')?.textContent).toBe('no such day');
    expect(component.day()).toBe('2031-03-01');
    await field.setValue('28.2.31');
    expect(root.querySelector('[role="alert"]')).toBeNull();
    expect(component.day()).toBe('2031-02-28');
  });
});

@Component({
  selector: 'desk-test-moment',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MomentField],
  template: `<desk-moment-field label="Begins" [value]="moment()" (changed)="moment.set($event)" />`,
})
class Begins {
  readonly moment = signal('');
}

describe('the field of a moment', () => {
  it('asks for the day first, which begins when it begins, and then takes a time', async () => {
    const { component, find } = render(Begins);
    const [day, time] = [await find(MatDatepickerInputHarness), await find(MatTimepickerInputHarness)];
    expect(await time.isDisabled()).toBe(true);
    await day.setValue('1 March 2031');
    expect(component.moment()).toBe('2031-03-01T00:00');
    expect(await time.isDisabled()).toBe(false);
    await time.setValue('18:30');
    expect(component.moment()).toBe('2031-03-01T18:30');
    await day.setValue('2 March 2031');
    expect(component.moment(), 'the time stays').toBe('2031-03-02T18:30');
    await time.setValue('half past');
    expect(component.moment()).toBe('2031-03-02T18:30');
    await day.setValue('');
    expect(component.moment()).toBe('');
  });
});

@Component({
  selector: 'desk-test-zone',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ZoneField],
  template: `<desk-zone-field [value]="zone()" (changed)="zone.set($event)" />`,
})
class Zone {
  readonly zone = signal('Europe/Paris');
}

describe('the field of a time zone', () => {
  it('finds a zone by its place, and keeps the one that it has where nothing is chosen', async () => {
    const { component, find } = render(Zone);
    const field = await find(MatAutocompleteHarness);
    expect(await field.getValue()).toBe('Paris');
    await field.clear();
    await field.enterText('auckl');
    const [found] = await field.getOptions();
    expect(await found.getText()).toContain('Auckland');
    await found.click();
    expect(component.zone()).toBe('Pacific/Auckland');
    await field.clear();
    await field.enterText('nowhere');
    expect(await field.getOptions()).toEqual([]);
    await field.blur();
    expect([await field.getValue(), component.zone()]).toEqual(['Auckland', 'Pacific/Auckland']);
  });
});
