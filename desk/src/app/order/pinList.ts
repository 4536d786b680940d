import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { dateIn, type Pin } from '@fond/core';
import type { OrderReport, PinReport, ShelfReport } from '@fond/contract';
import { withHolds } from '../draft/pins';
import { Signing } from '../draft/signing';
import { DaysFields } from '../field/daysFields';
import { Stepper } from '../field/stepper';
import { ProductPicker } from '../product/productPicker';
import { productTitles } from '../product/productTitles';
import { daysWords } from '../wording/arrangedWords';
import { LOST_WORDS } from '../wording/words';

interface PinLine {
  pin: Pin;
  /** Its place in the list of the document. */
  at: number;
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
  /** The aisle of the window, and its day. */
  readonly here = input<Pick<ShelfReport, 'aisle' | 'today'> | null>(null);
  readonly changed = output<{ what: string; pins: Pin[] }>();
  protected readonly open = signal<number | null>(null);
  protected readonly adding = signal(false);
  protected readonly place = signal(1);
  protected readonly most = MAX_PLACE;
  private readonly titles = productTitles(() => this.pins().map(({ sku }) => sku)).titles;

  /**
   * By place when they are first shown, and where one comes or goes: a line stays where it is while its place is typed, and
   * keeps the focus.
   */
  private readonly sorted = linkedSignal<readonly Pin[], readonly number[]>({
    source: this.pins,
    computation: (pins, before) =>
      before?.value.length === pins.length
        ? before.value
        : pins.map((_, at) => at).sort((a, b) => pins[a].place - pins[b].place),
  });

  protected readonly lines = computed((): PinLine[] => {
    const here = this.here()?.aisle;
    const report = this.report();
    return this.sorted().map((at) => {
      const pin = this.pins()[at];
      const lost =
        report?.lostPins.find(({ sku, place }) => sku === pin.sku && place === pin.place)?.reason ?? null;
      const elsewhere = pin.aisle !== null && pin.aisle !== here?.key;
      return {
        pin,
        at,
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
      elsewhere ? 'in another aisle' : lost ? LOST_WORDS[lost] : this.beyond(pin),
      pin.anyway && lost === null ? 'shown whether the range has it or not' : '',
      daysWords(pin),
    ];
    return parts.filter(Boolean).join('; ');
  }

  /** A shelf may have fewer products than the place says, here or for a time. */
  private beyond({ place }: Pin): string {
    const report = this.report();
    return report && place > report.count
      ? `beyond the last of ${report.count}, so it stands at the end`
      : '';
  }

  protected add(sku: string): void {
    const here = this.here();
    if (!here) return;
    const place = this.place();
    this.place.set(Math.min(MAX_PLACE, place + 1));
    const where = { aisle: here.aisle.key, today: here.today };
    const pins = withHolds(this.pins(), [{ sku, place }], where, this.signing.now());
    this.changed.emit({ what: `pin ${sku}`, pins });
    this.open.set(pins.findIndex((pin) => pin.sku === sku && pin.place === place));
  }

  protected put({ pin }: PinLine, what: string, change: Partial<Pin>): void {
    const next = { ...pin, ...change, ...this.signing.now() };
    this.changed.emit({
      what: `${what} of the pin ${pin.sku}`,
      pins: this.pins().map((one) => (one === pin ? next : one)),
    });
  }

  protected toggleAisle(line: PinLine): void {
    this.put(line, 'aisles', { aisle: line.aisle === null ? (this.here()?.aisle.key ?? null) : null });
  }

  protected remove({ pin }: PinLine): void {
    this.open.set(null);
    this.changed.emit({ what: `pin ${pin.sku} removed`, pins: this.pins().filter((one) => one !== pin) });
  }
}

function signedWords({ by, at }: Pin): string {
  if (at === null) return '';
  const day = dateIn('en', Intl.DateTimeFormat().resolvedOptions().timeZone, Date.parse(at));
  return by === null ? `set on ${day}` : `set by ${by} on ${day}`;
}
