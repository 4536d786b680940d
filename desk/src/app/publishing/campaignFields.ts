import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import type { CampaignTimes } from '@fond/contract';
import { MomentField } from '../field/momentField';
import { ZoneField } from '../field/zoneField';

/** Name, start, end and time zone of a campaign. */
@Component({
  selector: 'desk-campaign-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MomentField, ReactiveFormsModule, ZoneField],
  template: `
    <form [formGroup]="form">
      @if (named()) {
        <label>Name <input class="field" formControlName="name" maxlength="80" /></label>
      }
      <span>From</span>
      <desk-moment-field
        label="Start"
        placeholder="a day"
        [value]="now().startsLocal"
        (changed)="form.patchValue({ startsLocal: $event })"
      />
      <span>until</span>
      <desk-moment-field
        label="End"
        placeholder="no end"
        [value]="now().endsLocal"
        (changed)="form.patchValue({ endsLocal: $event })"
      />
      <span>by the clock of</span>
      <desk-zone-field [value]="now().zone" (changed)="form.patchValue({ zone: $event })" />
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

  /** What the form says now. */
  protected readonly now = computed(() => {
    this.value();
    return this.form.getRawValue();
  });

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
