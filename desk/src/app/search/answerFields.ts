import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import {
  MAX_ANSWER_QUERIES,
  own,
  RESERVED_PARAMETERS,
  type PictureSource,
  type QueryAnswer,
} from '@fond/core';
import { DaysFields } from '../field/daysFields';
import { Stepper } from '../field/stepper';
import { AddressField } from '../fixture/addressField';
import { PictureField } from '../picture/pictureField';
import { NamedProducts } from '../product/namedProducts';
import { ProductPicker } from '../product/productPicker';
import { productTitles } from '../product/productTitles';
import { CatalogueWords } from '../wording/catalogueWords';
import { filtersIn, isSearch } from './answerWords';
import { SaidLink } from './saidLink';

/** What the shop says to some queries: products, words, filters, or an address. */
@Component({
  selector: 'desk-answer-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AddressField,
    DaysFields,
    MatIconModule,
    NamedProducts,
    PictureField,
    ProductPicker,
    SaidLink,
    Stepper,
  ],
  templateUrl: './answerFields.html',
  styleUrl: './searchFields.scss',
})
export class AnswerFields {
  private readonly vocabulary = inject(CatalogueWords).vocabulary;
  readonly answer = input.required<QueryAnswer>();
  readonly changed = output<Partial<QueryAnswer>>();
  protected readonly filterFault = signal('');
  private readonly titles = productTitles(() => this.pinned()).titles;
  protected readonly pinned = computed(() => this.answer().pins.map(({ sku }) => sku));
  protected readonly leadsToSearch = computed(() => isSearch(this.answer().leadsTo));

  protected readonly filters = computed(() => {
    const { lang, filters } = this.answer();
    const facets = this.vocabulary()?.facets ?? [];
    return [...new URLSearchParams(filters)].map(([key, value]) => {
      const labels = facets.find((facet) => facet.key === key)?.labels;
      const label = labels ? (own(labels, lang) ?? Object.values(labels)[0] ?? key) : key;
      return { key, said: `${label}: ${value.replaceAll(',', ' or ')}` };
    });
  });

  /** Its picture as those of fixtures are, whose words are per language. */
  protected readonly picture = computed((): PictureSource | null => {
    const { picture, lang } = this.answer();
    return picture && { kind: 'kept', ...picture, alt: { [lang]: picture.alt } };
  });

  protected titleOf(sku: string): string {
    return this.titles().get(sku) ?? sku;
  }

  protected put(change: Partial<QueryAnswer>): void {
    this.changed.emit(change);
  }

  protected putQueries(text: string): void {
    const typed = text.split(',').map((query) => query.trim());
    const queries = typed.filter(
      (query, at) => query && typed.findIndex((one) => one.toLowerCase() === query.toLowerCase()) === at,
    );
    this.put({ queries: queries.slice(0, MAX_ANSWER_QUERIES) });
  }

  /** At the first place that no other product holds. */
  protected pin(sku: string): void {
    const { pins } = this.answer();
    let place = 1;
    while (pins.some((one) => one.place === place)) place++;
    this.put({ pins: [...pins, { sku, place }] });
  }

  /** A product that holds the place already gets the one that is left free. */
  protected place(sku: string, place: number): void {
    const { pins } = this.answer();
    const before = pins.find((one) => one.sku === sku)!.place;
    this.put({
      pins: pins.map((one) => {
        if (one.sku === sku) return { sku, place };
        return one.place === place ? { ...one, place: before } : one;
      }),
    });
  }

  protected unpin(sku: string): void {
    this.put({ pins: this.answer().pins.filter((one) => one.sku !== sku) });
  }

  protected takeFilters(field: HTMLInputElement): void {
    const known = new Set((this.vocabulary()?.facets ?? []).map(({ key }) => key));
    const filters = filtersIn(field.value, known, RESERVED_PARAMETERS);
    this.filterFault.set(
      filters || !field.value.trim()
        ? ''
        : 'That address holds no filter of this shop, so nothing was taken.',
    );
    field.value = '';
    if (filters) this.put({ filters });
  }

  protected dropFilter(key: string): void {
    const filters = new URLSearchParams(this.answer().filters);
    filters.delete(key);
    this.put({ filters: filters.toString() });
  }

  protected putPicture(picture: PictureSource | null): void {
    if (picture?.kind !== 'kept') return this.put({ picture: null });
    const { hash, width, height, alt } = picture;
    this.put({ picture: { hash, width, height, alt: own(alt, this.answer().lang) ?? '' } });
  }
}
