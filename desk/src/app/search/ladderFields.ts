import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  MAX_NOTHING_LINKS,
  own,
  type Ladder,
  type NothingWords,
  type Rung,
  type RangeRule,
  type RangeSource,
  type Sieve,
} from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { moveItem } from '../field/lists';
import { RowTools } from '../field/rowTools';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from '../range/clauseList';
import { SaidLink } from './saidLink';

const RUNG_WORDS: Readonly<Record<Rung, { name: string; says: string }>> = {
  spelling: { name: 'The closest spelling', says: '“ketlle” is sought as “kettle”, and the page says so' },
  weakest: { name: 'Without the weakest words', says: 'the words that keep anything from being found' },
  range: { name: 'A range of your choice', says: 'its products stand on the empty shelf' },
  words: { name: 'Words and links', says: 'in place of the shop’s usual ones' },
};

type OfferedSource = 'aisle' | 'catalogue' | 'named';
const SOURCES: readonly { kind: OfferedSource | null; name: string }[] = [
  { kind: null, name: 'none' },
  { kind: 'aisle', name: 'of the aisle where nothing is left' },
  { kind: 'catalogue', name: 'of the whole shop' },
  { kind: 'named', name: 'named one by one' },
];

/** What shoppers get instead of nothing, rung by rung. */
@Component({
  selector: 'desk-ladder-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, NamedProducts, RowTools, SaidLink],
  template: `
    <ol class="entries" aria-label="What is tried where nothing is found, in order">
      @for (step of ladder().rungs; track step.rung; let at = $index) {
        <li>
          <label class="grow"
            ><input
              type="checkbox"
              [checked]="step.on"
              (change)="turn(step.rung, $any($event.target).checked)"
            />
            <span
              >{{ rungs[step.rung].name }} <small>{{ rungs[step.rung].says }}</small></span
            ></label
          >
          <desk-row-tools
            [name]="rungs[step.rung].name"
            [at]="at"
            [count]="ladder().rungs.length"
            [removable]="false"
            (moved)="put({ rungs: moveItem(ladder().rungs, at, $event) })"
          />
        </li>
      }
    </ol>
    <p class="hint">
      The first two are for searches. The range and the words stand on empty shelves of aisles too.
    </p>
    <h3>The range</h3>
    <fieldset>
      <legend>Products</legend>
      @for (offer of sources; track offer.kind) {
        <label
          ><input
            type="radio"
            name="nothing-source"
            [checked]="(ladder().range?.source?.kind ?? null) === offer.kind"
            (change)="putSource(offer.kind)"
          />{{ offer.name }}</label
        >
      }
    </fieldset>
    @if (ladder().range; as rule) {
      @if (rule.source.kind === 'named') {
        <desk-named-products
          [skus]="rule.source.skus"
          (changed)="putRule({ source: { kind: 'named', skus: $event } })"
        />
      }
      <desk-clauses
        [clauses]="rule.clauses"
        [steps]="sieve()?.steps ?? null"
        [source]="sieve()?.source ?? 0"
        (changed)="putRule({ clauses: $event })"
      />
      <p class="hint" role="status">
        <b class="figures">{{ sieve()?.count ?? '…' }}</b>
        {{ sieve()?.count === 1 ? 'product' : 'products' }} on an empty page of results; the first 8 are
        shown.
      </p>
      <label class="line wide"
        >Above them
        <input
          class="field grow"
          maxlength="120"
          placeholder="Often chosen"
          [value]="heading()"
          (change)="putHeading($any($event.target).value.trim())"
        />
      </label>
    }
    <h3>The words</h3>
    <label class="line wide"
      >Heading
      <input
        class="field grow"
        maxlength="120"
        placeholder="Nothing on this shelf"
        [value]="words().heading"
        (change)="putWords({ heading: $any($event.target).value.trim() })"
      />
    </label>
    <textarea
      class="field full"
      rows="2"
      maxlength="1000"
      aria-label="Words on an empty shelf"
      [value]="words().words"
      (change)="putWords({ words: $any($event.target).value.trim() })"
    ></textarea>
    @for (link of words().links; track $index) {
      <desk-said-link [name]="'link ' + ($index + 1)" [link]="link" (changed)="putLink($index, $event)" />
    }
    @if (words().links.length < most) {
      <desk-said-link name="link more" [link]="null" (changed)="putLink(words().links.length, $event)" />
    }
  `,
  styleUrl: './searchFields.scss',
})
export class LadderFields {
  private readonly api = inject(ExplainApi);
  readonly ladder = input.required<Ladder>();
  readonly lang = input.required<string>();
  readonly changed = output<Ladder>();
  protected readonly rungs = RUNG_WORDS;
  protected readonly most = MAX_NOTHING_LINKS;
  protected readonly moveItem = moveItem;

  protected readonly words = computed(
    (): NothingWords =>
      this.ladder().words.find(({ lang }) => lang === this.lang()) ?? {
        lang: this.lang(),
        heading: '',
        words: '',
        links: [],
      },
  );
  protected readonly heading = computed(() => own(this.ladder().rangeHeading, this.lang()) ?? '');
  protected readonly sources = SOURCES;
  protected readonly sieve = signal<Sieve | null>(null);

  constructor() {
    asking(
      () => this.ladder().range,
      (rule) =>
        this.api.range(rule, '/search').subscribe({
          next: (sieve) => this.sieve.set(sieve),
          // The rule is still to be completed; saving it says what is missing.
          error: () => this.sieve.set(null),
        }),
    );
  }

  protected put(change: Partial<Ladder>): void {
    this.changed.emit({ ...this.ladder(), ...change });
  }

  protected turn(rung: Rung, on: boolean): void {
    this.put({ rungs: this.ladder().rungs.map((step) => (step.rung === rung ? { rung, on } : step)) });
  }

  protected putRule(change: Partial<RangeRule>): void {
    const { range } = this.ladder();
    if (range) this.put({ range: { ...range, ...change } });
  }

  protected putSource(kind: OfferedSource | null): void {
    if (kind === null) return this.put({ range: null });
    const clauses = this.ladder().range?.clauses ?? [];
    const source: RangeSource =
      kind === 'named'
        ? { kind, skus: [] }
        : kind === 'aisle'
          ? { kind, below: true, main: false }
          : { kind };
    this.put({ range: { source, clauses } });
  }

  protected putHeading(text: string): void {
    const { [this.lang()]: _, ...others } = this.ladder().rangeHeading;
    this.put({ rangeHeading: text ? { ...others, [this.lang()]: text } : others });
  }

  protected putWords(change: Partial<NothingWords>): void {
    const words = { ...this.words(), ...change };
    const others = this.ladder().words.filter(({ lang }) => lang !== this.lang());
    const empty = !words.heading && !words.words && !words.links.length;
    this.put({ words: empty ? others : [...others, words] });
  }

  protected putLink(at: number, link: NothingWords['links'][number] | null): void {
    const links = [...this.words().links];
    links.splice(at, 1, ...(link ? [link] : []));
    this.putWords({ links });
  }
}
