import { WidthFields } from '../field/widthFields';
import { WidthStepper } from '../field/widthStepper';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MAX_PER_PAGE, productsAPage, SHELF_FORMS, WIDTH_NAMES, type PageSize } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { Choices } from '../field/choices';
import { FORM_WORDS, LAST_ROWS } from '../wording/words';
import { RowGap } from '../field/rowGap';
import { Stepper } from '../field/stepper';

/** Columns per width, page size, gap: with the arithmetic of the page beside every number. */
@Component({
  selector: 'desk-grid-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choices, RowGap, Stepper, WidthFields, WidthStepper],
  template: `
    @if (editor.shelf(); as shelf) {
      <div class="line">
        <span>Products as</span>
        <desk-choices
          label="Form"
          [choices]="forms"
          [value]="shelf.form"
          (chosen)="editor.editShelf('form', { form: $event })"
        />
      </div>
      <table>
        <thead>
          <tr>
            <th scope="col">Width</th>
            <th scope="col">Columns</th>
            <th scope="col" class="number">Card</th>
            <th scope="col" class="number">Rows a page</th>
            <th scope="col" class="number">Last row</th>
          </tr>
        </thead>
        <tbody>
          @for (name of widths; track name) {
            @let figures = editor.tally()?.widths?.[name];
            <tr>
              <th scope="row">{{ name }}</th>
              <td>
                <desk-width-stepper
                  [values]="shelf.columns"
                  [width]="name"
                  [label]="'Columns, ' + name"
                  (changed)="editor.editShelf('columns ' + name, { columns: $event })"
                />
              </td>
              <td class="number figures">{{ figures ? figures.card + ' px' : '…' }}</td>
              <td class="number figures">{{ figures?.full?.rows ?? '…' }}</td>
              <td
                class="number figures"
                [class.ragged]="figures && figures.last.lastRow !== figures.last.columns"
              >
                {{ figures ? figures.last.lastRow + ' of ' + figures.last.columns : '…' }}
              </td>
            </tr>
          }
        </tbody>
      </table>
      <div class="line">
        <span>A page holds</span>
        <span class="choices">
          @for (choice of sizeChoices(); track choice.size.by) {
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="choice.size.by === shelf.pageSize.by"
              (click)="size(choice.size)"
            >
              {{ choice.name }}
            </button>
          }
        </span>
      </div>
      @if (shelf.pageSize.by === 'all') {
        <p class="hint">
          As many as there are, up to {{ most }} on one page; the number follows the catalogue. Further pages
          follow only beyond that.
        </p>
      } @else {
        <div class="line">
          <span>{{ shelf.pageSize.by === 'rows' ? 'Full rows of the wide page' : 'Products a page' }}</span>
          <desk-stepper
            [value]="shelf.pageSize.count"
            [least]="1"
            [most]="shelf.pageSize.by === 'rows' ? 100 : most"
            [label]="shelf.pageSize.by === 'rows' ? 'Full rows' : 'Products a page'"
            (changed)="size({ by: shelf.pageSize.by, count: $event })"
          />
          @if (shelf.pageSize.by === 'rows') {
            <span class="figures">= {{ products() }} products; more columns, more products</span>
          }
        </div>
        @if (shelf.pageSize.by === 'products') {
          <div class="line">
            <span>Full rows at every width</span>
            <span class="choices">
              @for (count of sizes(); track count) {
                <button
                  type="button"
                  class="choice"
                  [attr.aria-pressed]="count === shelf.pageSize.count"
                  (click)="size({ by: 'products', count })"
                >
                  {{ count }}
                </button>
              }
            </span>
          </div>
        }
      }
      <div class="line">
        <span>Further pages come by</span>
        <desk-choices
          label="Further pages"
          [choices]="pagings"
          [value]="shelf.paging.form"
          (chosen)="editor.editShelf('paging', { paging: { form: $event, stop: shelf.paging.stop } })"
        />
      </div>
      @if (shelf.paging.form === 'scroll') {
        <div class="line">
          <span>A button after</span>
          <desk-stepper
            label="Pages before the button"
            [value]="shelf.paging.stop"
            [least]="1"
            [most]="20"
            (changed)="editor.editShelf('paging', { paging: { form: 'scroll', stop: $event } })"
          />
          <span class="unit">pages, so that what stands below can be reached</span>
        </div>
      }
      <label class="line"
        ><input
          type="checkbox"
          [checked]="shelf.listSwitch"
          (change)="editor.editShelf('list switch', { listSwitch: !shelf.listSwitch })"
        />
        shoppers may turn it into a list and back</label
      >
      <desk-width-fields
        name="Pixels between cards"
        [values]="shelf.gap"
        [least]="0"
        [most]="80"
        (changed)="editor.editShelf('gap', { gap: $event })"
      />
      <desk-row-gap
        [rowGap]="shelf.rowGap"
        [gap]="shelf.gap"
        (changed)="editor.editShelf('gap between rows', { rowGap: $event })"
      />
      <div class="line">
        <span>An unfilled last row stands</span>
        <desk-choices
          label="Last row"
          [choices]="lastRows"
          [value]="shelf.lastRow"
          (chosen)="editor.editShelf('last row', { lastRow: $event })"
        />
      </div>
    }
  `,
})
export class GridSlip {
  protected readonly editor = inject(PlanEditor);
  protected readonly widths = WIDTH_NAMES;
  protected readonly lastRows = LAST_ROWS;
  protected readonly pagings = [
    { value: 'numbered', name: 'numbers' },
    { value: 'more', name: 'a button' },
    { value: 'scroll', name: 'scrolling' },
  ] as const;
  protected readonly forms = SHELF_FORMS.map((value) => ({ value, name: FORM_WORDS[value] }));
  protected readonly sizes = computed(() => this.editor.tally()?.fullRowSizes.slice(0, 8) ?? []);

  protected readonly most = MAX_PER_PAGE;
  protected readonly products = computed(() => {
    const shelf = this.editor.shelf();
    return shelf ? productsAPage(shelf.pageSize, shelf.columns) : 0;
  });
  /** Each form begins with what comes nearest to the page as it is. */
  protected readonly sizeChoices = computed((): { size: PageSize; name: string }[] => {
    const columns = this.editor.shelf()?.columns.wide ?? 1;
    const count = Math.min(this.products(), 60);
    return [
      { size: { by: 'products', count }, name: 'a number of products' },
      { size: { by: 'rows', count: Math.max(1, Math.round(count / columns)) }, name: 'full rows' },
      { size: { by: 'all' }, name: 'all of them' },
    ];
  });

  protected size(pageSize: PageSize): void {
    this.editor.editShelf('page size', { pageSize });
  }
}
