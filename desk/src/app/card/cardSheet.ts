import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { cardFaults, formLimits, type BenchReason, type FormLimit } from '@fond/core';
import { OriginStrip } from '../brief/originStrip';
import { SlipIndex, type SlipPart } from '../brief/slipIndex';
import { PlanEditor } from '../draft/planEditor';
import { BenchWindow } from './benchWindow';
import { CardBed } from './cardBed';
import { FaceFields } from './faceFields';

const LIMIT_WORDS: Readonly<Record<FormLimit, string>> = {
  'revealed-in-lines':
    'In lists and folding lists the picture is too small to lie over: what is shown there when a card is pointed at stands among the words.',
  'ratio-in-lanes':
    'In a staggered grid every picture keeps its own shape, whatever is said of its height and crop.',
  'equal-without-rows': 'Cards end together in grids and carousels alone: the other forms have no rows.',
};

const ABSENT_WORDS: Readonly<Record<BenchReason, string>> = {
  usual: 'product',
  long: 'long name',
  blank: 'product without a picture',
  wide: 'wide picture',
  tall: 'tall picture',
  saving: 'product with a saving',
  'sold-out': 'sold-out product',
  tags: 'product with tags',
  'no-value': 'product that lacks a value of these attributes',
  language: 'text in another language',
};

/** The card as a bed of lines and elements, edited beside the products that are hard on it. */
@Component({
  selector: 'desk-card-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BenchWindow, CardBed, FaceFields, OriginStrip, SlipIndex],
  templateUrl: './cardSheet.html',
  styleUrl: './sheet.scss',
})
export class CardSheet {
  protected readonly parts: readonly SlipPart[] = [
    { part: 'elements', name: 'What is on it' },
    { part: 'face', name: 'Picture' },
    { part: 'around', name: 'Around it' },
    { part: 'pointed', name: 'Pointed at' },
  ];
  protected readonly editor = inject(PlanEditor);
  private readonly window = viewChild(BenchWindow);
  protected readonly faults = computed(() => {
    const plan = this.editor.plan();
    return new Map(plan ? cardFaults(plan).map(({ name, contrast }) => [name, contrast]) : []);
  });
  protected readonly limits = computed(() => {
    const shelf = this.editor.shelf();
    return shelf ? formLimits(shelf).map((limit) => LIMIT_WORDS[limit]) : [];
  });
  protected readonly absent = computed(() =>
    (this.window()?.bench()?.absent ?? []).map((reason) => ABSENT_WORDS[reason]),
  );
  /** How many products of the aisle have something to show in each element. */
  protected readonly evidence = computed(() => {
    const bench = this.window()?.bench();
    return new Map(
      (bench?.coverage ?? []).map(({ name, products }) => [name, `${products} of ${bench!.products}`]),
    );
  });
}
