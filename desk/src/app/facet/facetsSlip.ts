import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { facetChoice, SEARCH_FACET, type FacetChoice, type FacetControlChoice } from '@fond/core';
import { moveItem } from '../field/lists';
import { PlanEditor } from '../draft/planEditor';
import { PanelLines } from './panelLines';
import { RowTools } from '../field/rowTools';
import { FacetAdviceTable } from './facetAdvice';
import { FacetRules } from './facetRules';
import { facetRuleWords } from './facetRuleWords';
import { CONTROL_WORDS, facetWords } from '../wording/words';

/** Which filters shoppers get, in which order, under which names. */
@Component({
  selector: 'desk-facets-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    FacetAdviceTable,
    FacetRules,
    MatIconModule,
    PanelLines,
    RowTools,
  ],
  template: `
    @if (editor.panel(); as panel) {
      <desk-panel-lines [panel]="panel" />
      <ol class="entries" cdkDropList (cdkDropListDropped)="drop($event)" aria-label="Filters in order">
        @for (choice of panel.facets; track choice.key; let at = $index) {
          <li cdkDrag cdkDragLockAxis="y" class="tall">
            <span cdkDragHandle class="grip" aria-hidden="true"><mat-icon svgIcon="drag" /></span>
            <input
              type="text"
              class="label"
              maxlength="80"
              [attr.aria-label]="'Label of ' + choice.key"
              [placeholder]="usual(choice)"
              [value]="ownLabel(choice)"
              (input)="label(choice, $any($event.target).value)"
            />
            <desk-row-tools
              [name]="words(choice)"
              [at]="at"
              [count]="panel.facets.length"
              (moved)="move(at, $event)"
              (removed)="remove(choice)"
            />
            <div class="details">
              <span
                class="evidence figures"
                [class.nothing]="choice.key !== searchKey && shownValues(choice.key) === 0"
                >{{ evidence(choice.key) }}</span
              >
              <label class="short"
                ><input
                  type="checkbox"
                  [checked]="choice.open"
                  (change)="change(choice, { open: !choice.open })"
                />
                open at first</label
              >
              <details class="looks">
                <summary>{{ looks(choice) }}</summary>
                <span class="line">
                  <label class="short">
                    <span class="unseen">Control of {{ words(choice) }}</span>
                    <select (change)="change(choice, { control: $any($event.target).value })">
                      @for (control of controls(choice.key); track control) {
                        <option [value]="control" [selected]="choice.control === control">
                          {{ controlWords[control] }}
                        </option>
                      }
                    </select>
                  </label>
                  @if (listLike(choice)) {
                    <label class="short">
                      <span class="unseen">Order of the values of {{ words(choice) }}</span>
                      <select (change)="change(choice, { sort: $any($event.target).value })">
                        @for (sort of sorts; track sort.sort) {
                          <option [value]="sort.sort" [selected]="choice.sort === sort.sort">
                            {{ sort.name }}
                          </option>
                        }
                      </select>
                    </label>
                    <label
                      class="short"
                      title="With several values chosen: any of them is enough, or all have to be met"
                    >
                      <span class="unseen">Several values of {{ words(choice) }}</span>
                      <select (change)="change(choice, { logic: $any($event.target).value })">
                        <option value="any" [selected]="choice.logic === 'any'">any of several</option>
                        <option value="all" [selected]="choice.logic === 'all'">all of several</option>
                      </select>
                    </label>
                    <label class="short">
                      first
                      <input
                        type="number"
                        class="small figures"
                        min="1"
                        max="50"
                        [value]="choice.shown"
                        (change)="shown(choice, $any($event.target))"
                        [attr.aria-label]="'Values before more, ' + words(choice)"
                      />
                      values
                    </label>
                  }
                </span>
              </details>
              @if (choice.key !== searchKey) {
                <details class="looks">
                  <summary>{{ rules(choice) }}</summary>
                  <desk-facet-rules
                    [choice]="choice"
                    (changed)="change(choice, $event.change, $event.what)"
                  />
                </details>
              }
            </div>
          </li>
        }
      </ol>
      @if (unused().length) {
        <div class="line">
          <span>Put in</span>
          <span class="choices">
            @for (facet of unused(); track facet.key) {
              <button
                type="button"
                class="choice add"
                (click)="add(facet.key)"
                [title]="facet.coverage + ' products have it'"
              >
                {{ facet.labels[editor.lang()] }}
              </button>
            }
          </span>
        </div>
      }
      <desk-facet-advice />
      <p class="hint">
        Labels are for {{ editor.lang() }}; an empty one takes the catalogue’s own. The number is how many
        values stand before “more”.
      </p>
    } @else {
      <p>This plan has no filters. Put them in under <em>On the page</em>.</p>
    }
  `,
})
export class FacetsSlip {
  protected readonly editor = inject(PlanEditor);
  protected readonly searchKey = SEARCH_FACET;
  protected readonly controlWords = CONTROL_WORDS;
  protected readonly sorts: readonly { sort: FacetChoice['sort']; name: string }[] = [
    { sort: 'auto', name: 'in the usual order' },
    { sort: 'count', name: 'most products first' },
    { sort: 'name', name: 'by name' },
    { sort: 'value', name: 'by value' },
    { sort: 'chosen', name: 'in the order of choice' },
  ];
  protected readonly unused = computed(
    () =>
      this.editor
        .vocabulary()
        ?.facets.filter(({ key }) => !this.editor.panel()?.facets.some((choice) => choice.key === key)) ?? [],
  );
  private readonly values = computed(
    () => new Map(this.editor.tally()?.facets.map(({ key, values }) => [key, values]) ?? []),
  );

  /** What a facet's values can be offered as. */
  protected controls(key: string): readonly FacetControlChoice[] {
    if (key === SEARCH_FACET) return ['auto'];
    if (key === 'price' || key === 'rating') return ['auto', 'slider', 'steps'];
    const type = this.editor.vocabulary()?.attributes.find((attribute) => attribute.key === key)?.type;
    if (type === 'number') return ['auto', 'list', 'single', 'steps', 'slider'];
    if (type === 'boolean' || key === 'sale') return ['auto', 'list', 'toggle'];
    if (type === 'colour') return ['auto', 'list', 'single', 'swatches'];
    return ['auto', 'list', 'single', 'search'];
  }

  protected listLike({ key, control }: FacetChoice): boolean {
    if (key === SEARCH_FACET || key === 'price' || key === 'rating' || (key === 'sale' && control === 'auto'))
      return false;
    return control !== 'slider' && control !== 'toggle';
  }

  /** How the values are offered, in a few words. */
  protected looks(choice: FacetChoice): string {
    if (choice.key === SEARCH_FACET) return 'search box';
    const control = CONTROL_WORDS[choice.control];
    if (!this.listLike(choice)) return control;
    return `${control}, ${choice.logic === 'all' ? 'all' : 'any'} of several, first ${choice.shown}`;
  }

  /** Where it is shown, and what it offers of its own, in a few words. */
  protected rules(choice: FacetChoice): string {
    return facetRuleWords(choice);
  }

  protected ownLabel(choice: FacetChoice): string {
    const own: string | undefined = choice.label[this.editor.lang()];
    return own ?? '';
  }

  protected usual(choice: FacetChoice): string {
    return facetWords({ ...choice, label: {} }, this.editor.vocabulary(), this.editor.lang());
  }

  protected words(choice: FacetChoice): string {
    return facetWords(choice, this.editor.vocabulary(), this.editor.lang());
  }

  protected shownValues(key: string): number {
    return this.values().get(key) ?? 0;
  }

  /** What the filter does on the page in the window. */
  protected evidence(key: string): string {
    if (key === SEARCH_FACET) return 'by title, maker, tags and more';
    const values = this.shownValues(key);
    if (!values) return 'not shown here';
    return key === 'price' ? 'range' : `${values} ${values === 1 ? 'value' : 'values'}`;
  }

  protected label(choice: FacetChoice, text: string): void {
    const { [this.editor.lang()]: _, ...others } = choice.label;
    const label = text.trim() ? { ...others, [this.editor.lang()]: text } : others;
    this.change(choice, { label }, `label ${choice.key}`);
  }

  protected change(choice: FacetChoice, change: Partial<FacetChoice>, what = `filter ${choice.key}`): void {
    this.facets(what, (facets) =>
      facets.map((one) => (one.key === choice.key ? { ...one, ...change } : one)),
    );
  }

  protected shown(choice: FacetChoice, field: HTMLInputElement): void {
    const shown = Number(field.value);
    if (Number.isInteger(shown) && shown >= 1 && shown <= 50) this.change(choice, { shown });
    else field.value = String(choice.shown);
  }

  protected move(from: number, to: number): void {
    this.facets('filters in order', (facets) => moveItem(facets, from, to));
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    this.move(event.previousIndex, event.currentIndex);
  }

  protected remove(choice: FacetChoice): void {
    this.facets('filters', (facets) => facets.filter((one) => one.key !== choice.key));
  }

  protected add(key: string): void {
    this.facets('filters', (facets) => [...facets, facetChoice(key)]);
  }

  private facets(what: string, change: (facets: readonly FacetChoice[]) => readonly FacetChoice[]): void {
    const panel = this.editor.panel();
    if (panel) this.editor.editPanel(what, { facets: change(panel.facets) });
  }
}
