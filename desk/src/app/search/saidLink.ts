import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { AddressField } from '../fixture/addressField';

interface Link {
  label: string;
  address: string;
}

/** What a link is called, and where it leads; it is one once both are there. */
@Component({
  selector: 'desk-said-link',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddressField],
  template: `
    <label class="line"
      >On a {{ name() }}
      <input
        class="field grow"
        maxlength="80"
        placeholder="none"
        [attr.aria-label]="'What the ' + name() + ' says'"
        [value]="label()"
        (change)="put($any($event.target).value.trim(), address())"
      />
    </label>
    @if (label()) {
      <desk-address-field
        name="leading to"
        [called]="'Where the ' + name() + ' leads'"
        [address]="address()"
        (changed)="put(label(), $event)"
      />
      @if (!address()) {
        <p class="turned">It isn’t shown until it leads somewhere.</p>
      }
    }
  `,
})
export class SaidLink {
  readonly name = input.required<string>();
  readonly link = input.required<Link | null>();
  readonly changed = output<Link | null>();
  protected readonly label = linkedSignal(() => this.link()?.label ?? '');
  protected readonly address = linkedSignal(() => this.link()?.address ?? '');

  protected put(label: string, address: string): void {
    this.label.set(label);
    this.address.set(address);
    if (!label) this.changed.emit(null);
    else if (address) this.changed.emit({ label, address });
  }
}
