import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { AS_PART, cutLoose, differingOf, type Fixture, type PartOwn } from '@fond/core';
import { partsFeature } from '../store/parts.feature';
import { BriefLines } from '../brief/briefLines';
import { fixtureSentence } from '../wording/fixtureSentences';
import { FIXTURE_WORDS } from '../wording/words';
import { FixtureFields } from '../brief/fixtureFields';
import { Stepper } from '../field/stepper';
import { OwnCard } from '../card/ownCard';
import { ShelfRange } from '../range/shelfRange';
import { SortedBy } from '../wording/sortedBy';
import { TextLine } from '../brief/textLine';

/** A link to a part: where else it is used, what this plan says otherwise of it, and the way to a copy of its own. */
@Component({
  selector: 'desk-part-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [OwnCard, RouterLink, ShelfRange, SortedBy, Stepper, TextLine],
  template: `
    @if (part(); as of) {
      <p class="hint">
        What is changed in <a class="word" [routerLink]="['/plans', of.id]">{{ of.name }}</a> changes wherever
        it is shown. Here it may say otherwise:
      </p>
      @for (one of differing(); track one.fixture.id) {
        <fieldset>
          <legend>{{ one.said }}</legend>
          @if (one.heading !== null) {
            <label class="line"
              ><input
                type="checkbox"
                [checked]="one.own.heading !== null"
                (change)="set(one.fixture, { heading: one.own.heading ? null : one.heading })"
              />
              another heading</label
            >
            @if (one.own.heading; as heading) {
              <desk-text-line
                name="Heading"
                [texts]="heading"
                (changed)="set(one.fixture, { heading: $event })"
              />
            }
          }
          @if (one.range; as range) {
            <label class="line"
              ><input
                type="checkbox"
                [checked]="one.own.range !== null"
                (change)="set(one.fixture, { range: one.own.range ? null : range })"
              />
              other products</label
            >
            @if (one.own.range; as own) {
              <desk-shelf-range
                [range]="own"
                [ofShopper]="true"
                (changed)="set(one.fixture, { range: $event })"
              />
            }
          }
          @if (one.levels; as levels) {
            <label class="line"
              ><input
                type="checkbox"
                [checked]="one.own.levels !== null"
                (change)="set(one.fixture, { levels: one.own.levels ? null : levels })"
              />
              another order</label
            >
            @if (one.own.levels; as own) {
              <desk-sorted-by [level]="own[0]" (changed)="set(one.fixture, { levels: $event })" />
            }
          }
          @if (one.shelf; as shelf) {
            <label class="line"
              ><input
                type="checkbox"
                [checked]="one.own.most !== null"
                (change)="set(one.fixture, { most: one.own.most === null ? shelf.most : null })"
              />
              another number of products</label
            >
            @if (one.own.most !== null) {
              <desk-stepper
                label="Products at most here"
                [value]="one.own.most"
                [least]="1"
                [most]="48"
                (changed)="set(one.fixture, { most: $event })"
              />
            }
            <desk-own-card
              of="the part’s"
              [from]="shelf"
              [card]="one.own.card"
              [face]="one.own.face"
              (changed)="set(one.fixture, $event.change)"
            />
          }
        </fieldset>
      } @empty {
        <p class="hint">Nothing in it can differ: it has neither a heading nor products of its own.</p>
      }
      <div class="line">
        <button type="button" class="choice" (click)="loose()">Cut loose</button>
        <span class="unit">makes a copy of this plan’s own; the part stays as it is</span>
      </div>
    } @else {
      <p class="hint">
        The part is gone, so nothing is shown here. Take this away, or have the part back under Parts.
      </p>
    }
  `,
})
export class PartSlip extends FixtureFields<'part'> {
  private readonly parts = inject(Store).selectSignal(partsFeature.selectById);
  private readonly lines = inject(BriefLines);
  protected readonly part = computed(() => this.parts().get(this.fixture()?.part ?? ''));
  /** The fixtures of the part that may say something otherwise here, with what the part says. */
  protected readonly differing = computed(() =>
    (this.part()?.fixtures ?? []).flatMap((fixture) => {
      const may = differingOf(fixture);
      if (!may.length) return [];
      return [
        {
          fixture,
          said: `${FIXTURE_WORDS[fixture.type]}: ${fixtureSentence(fixture, this.lines.words())}`,
          own: this.ownOf(fixture),
          heading: 'heading' in fixture ? fixture.heading : null,
          range: 'range' in fixture && may.includes('range') ? fixture.range : null,
          shelf: fixture.type === 'promotion' ? fixture : null,
          levels: 'levels' in fixture && may.includes('levels') ? fixture.levels : null,
        },
      ];
    }),
  );

  private ownOf({ id }: Fixture): PartOwn {
    const own: PartOwn | undefined = this.fixture()?.own[id];
    return own ?? AS_PART;
  }

  /** What says nothing otherwise is not kept. */
  protected set(inner: Fixture, change: Partial<PartOwn>): void {
    const fixture = this.fixture();
    if (!fixture) return;
    const { [inner.id]: _, ...others } = fixture.own;
    const own = { ...this.ownOf(inner), ...change };
    const says = Object.values(own).some((value) => value !== null);
    this.change(Object.keys(change).join(), { own: says ? { ...others, [inner.id]: own } : others });
  }

  protected loose(): void {
    const part = this.part();
    if (part) this.editor.edit('cut loose', (plan) => cutLoose(plan, this.fixtureId(), part));
  }
}
