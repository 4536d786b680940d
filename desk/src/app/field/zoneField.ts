import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { zoneGroups } from './zones';

const wordsOf = (zone: string): string => zone.split('/').slice(-1)[0].replaceAll('_', ' ');

/** A time zone, found by its place or its part of the world; what is no zone leaves the one that was. */
@Component({
  selector: 'desk-zone-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule],
  template: `
    <input
      #field
      class="field"
      autocomplete="off"
      [attr.aria-label]="label()"
      [disabled]="disabled()"
      [value]="typed()"
      [matAutocomplete]="zones"
      (focus)="field.select()"
      (input)="typed.set(field.value)"
      (blur)="typed.set(named())"
    />
    <mat-autocomplete
      #zones
      autoActiveFirstOption
      [displayWith]="place"
      (optionSelected)="changed.emit($event.option.value)"
    >
      @for (group of found(); track group.region) {
        <mat-optgroup [label]="group.region">
          @for (one of group.zones; track one.zone) {
            <mat-option [value]="one.zone">{{ one.place }}</mat-option>
          }
        </mat-optgroup>
      }
    </mat-autocomplete>
  `,
  styles: `
    .field {
      width: 180px;
    }
  `,
})
export class ZoneField {
  readonly value = input.required<string>();
  readonly label = input('Time zone');
  readonly disabled = input(false);
  readonly changed = output<string>();
  protected readonly place = wordsOf;
  protected readonly named = computed(() => wordsOf(this.value()));
  protected readonly typed = linkedSignal(() => this.named());
  private readonly all = zoneGroups();
  protected readonly found = computed(() => {
    const sought = this.typed().trim().toLowerCase();
    if (!sought || sought === this.named().toLowerCase()) return this.all;
    return this.all
      .map(({ region, zones }) => ({
        region,
        zones: region.toLowerCase().startsWith(sought)
          ? zones
          : zones.filter(({ place }) => place.toLowerCase().includes(sought)),
      }))
      .filter(({ zones }) => zones.length);
  });
}
