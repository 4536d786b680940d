import { ChangeDetectionStrategy, Component, effect, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import type { CampaignTimes } from '@fond/contract';
import { zoneGroups } from '../shell/zones';

/** Name, start, end and time zone of a campaign. */
@Component({
  selector: 'desk-campaign-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form [formGroup]="form">
      @if (named()) {
        <label>Name <input class="field" formControlName="name" maxlength="80" /></label>
      }
      <label>From <input class="field" type="datetime-local" formControlName="startsLocal" /></label>
      <label>until <input class="field" type="datetime-local" formControlName="endsLocal" /></label>
      <label
        >in
        <select class="field" formControlName="zone">
          @for (group of zones; track group.region) {
            <optgroup [label]="group.region">
              @for (one of group.zones; track one.zone) {
                <option [value]="one.zone">{{ one.place }}</option>
              }
            </optgroup>
          }
        </select>
      </label>
      @if (form.errors?.['turned']) {
        <p class="wrong" role="alert">The end has to come after the start.</p>
      } @else if (!form.controls.endsLocal.value) {
        <p>Without an end it runs until you end it.</p>
      }
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 14px;
    }
    .field {
      max-width: 210px;
    }
    p {
      margin: 0;
      color: var(--quiet);
    }
    .wrong {
      color: var(--vermilion);
    }
  `,
})
export class CampaignFields {
  private readonly builder = inject(NonNullableFormBuilder);
  /** Whether a name is asked for too. */
  readonly named = input(true);
  readonly start = input<(CampaignTimes & { name: string }) | null>(null);
  /** The shop's time zone, which is offered first. */
  readonly zone = input('UTC');
  /** Null while what is filled in can't be scheduled. */
  readonly timesChange = output<(CampaignTimes & { name: string }) | null>();
  protected readonly zones = zoneGroups();

  protected readonly form = this.builder.group(
    {
      name: ['', [Validators.required, Validators.maxLength(80)]],
      startsLocal: ['', Validators.required],
      endsLocal: [''],
      zone: ['UTC', Validators.required],
    },
    {
      validators: ({ value }) => {
        const { startsLocal, endsLocal } = value as CampaignTimes;
        return endsLocal && startsLocal && endsLocal <= startsLocal ? { turned: true } : null;
      },
    },
  );
  private readonly value = toSignal(this.form.valueChanges);

  constructor() {
    effect(() => this.form.controls.zone.setValue(this.zone()));
    effect(() => {
      const start = this.start();
      if (start) this.form.setValue({ ...start, endsLocal: start.endsLocal ?? '' });
    });
    effect(() => {
      this.value();
      const { name, startsLocal, endsLocal, zone } = this.form.getRawValue();
      this.timesChange.emit(
        this.form.valid ? { name: name.trim(), startsLocal, endsLocal: endsLocal || null, zone } : null,
      );
    });
  }
}
