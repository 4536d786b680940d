import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { dateIn, type Pin } from '@fond/core';
import type { OrderReport, PinReport } from '@fond/contract';
import { withPin } from '../draft/pins';
import { Signing } from '../draft/signing';
import { DaysFields } from '../field/daysFields';
import { Stepper } from '../field/stepper';
import { ProductPicker } from '../product/productPicker';
import { productTitles } from '../product/productTitles';
import { daysWords } from '../wording/arrangedWords';
import { LOST_WORDS } from '../wording/words';

interface PinLine {
  pin: Pin;
  id: string;
  title: string;
  /** The aisle that it holds in alone; null for every aisle of the plan. */
  aisle: string | null;
  lost: PinReport['reason'] | null;
  /** Why it doesn't hold, or what more there is to say. */
  why: string;
  /** Who set it, and when; empty where nobody knows. */
  signed: string;
}

const MAX_PLACE = 10_000;

/** The products that are held at places: any product, for an aisle or all, between days, whether the range has it or not. */
@Component({
  selector: 'desk-pin-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DaysFields, MatIconModule, ProductPicker, Stepper],
  templateUrl: './pinList.html',
  styleUrl: './orderLists.scss',
})
export class PinList {
  private readonly signing = inject(Signing);
  readonly pins = input.required<readonly Pin[]>();
  /** What they come to in the aisle of the window; null where nobody has looked. */
  readonly report = input<OrderReport | null>(null);
  /** The aisle of the window. */
  readonly aisle = input<{ key: string; title: string } | null>(null);
  readonly changed = output<{ what: string; pins: Pin[] }>();
  protected readonly open = signal<string | null>(null);
  protected readonly adding = signal(false);
  protected readonly place = signal(1);
  protected readonly most = MAX_PLACE;
  private readonly titles = productTitles(() => this.pins().map(({ sku }) => sku)).titles;

  protected readonly lines = computed((): PinLine[] => {
    const here = this.aisle();
    const report = this.report();
    return [...this.pins()]
      .sort((a, b) => a.place - b.place)
      .map((pin) => {
        const lost =
          report?.lostPins.find(({ sku, place }) => sku === pin.sku && place === pin.place)?.reason ?? null;
        const elsewhere = pin.aisle !== null && pin.aisle !== here?.key;
        return {
          pin,
          id: `${pin.sku} ${pin.place} ${pin.aisle} ${pin.from}`,
          title: this.titles().get(pin.sku) ?? pin.sku,
          aisle: pin.aisle,
          lost: elsewhere ? null : lost,
          why: this.why(pin, lost, elsewhere),
          signed: signedWords(pin),
        };
      });
  });

  private why(pin: Pin, lost: PinReport['reason'] | null, elsewhere: boolean): string {
    const parts = [
      elsewhere ? 'in another aisle' : lost ? LOST_WORDS[lost] : '',
      pin.anyway && lost === null ? 'shown whether the range has it or not' : '',
      daysWords(pin),
    ];
    return parts.filter(Boolean).join('; ');
  }

  protected add(sku: string): void {
    const aisle = this.aisle();
    const place = this.place();
    this.place.set(Math.min(MAX_PLACE, place + 1));
    const pins = aisle
      ? withPin(this.pins(), { sku, place, aisle: aisle.key }, this.signing.now())
      : [...this.pins()];
    this.changed.emit({ what: `pin ${sku}`, pins });
  }

  protected put({ pin }: PinLine, what: string, change: Partial<Pin>): void {
    const next = { ...pin, ...change, ...this.signing.now() };
    // Each line stays open while its place is typed, though its name holds the place.
    this.open.set(`${next.sku} ${next.place} ${next.aisle} ${next.from}`);
    this.changed.emit({
      what: `${what} of the pin ${pin.sku}`,
      pins: this.pins().map((one) => (one === pin ? next : one)),
    });
  }

  protected toggleAisle(line: PinLine): void {
    this.put(line, 'aisles', { aisle: line.aisle === null ? (this.aisle()?.key ?? null) : null });
  }

  protected remove({ pin }: PinLine): void {
    this.changed.emit({ what: `pin ${pin.sku} removed`, pins: this.pins().filter((one) => one !== pin) });
  }
}

function signedWords({ by, at }: Pin): string {
  if (at === null) return '';
  const day = dateIn('en', Intl.DateTimeFormat().resolvedOptions().timeZone, Date.parse(at));
  return by === null ? `set on ${day}` : `set by ${by} on ${day}`;
}
