import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PageModel } from '@fond/core';

/** The rest of the state as hidden fields, so that sending a form loses nothing of it. It begins on the first page. */
@Component({
  selector: 'shop-state-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { hidden: '' },
  template: `
    @for (field of fields(); track field.name) {
      <input type="hidden" [name]="field.name" [value]="field.value" />
    }
  `,
})
export class StateFields {
  readonly page = input.required<PageModel>();
  /** The parameter that the form itself sends. */
  readonly leave = input.required<string>();

  protected readonly fields = computed(() => {
    const query = new URLSearchParams(this.page().href.split('?')[1] ?? '');
    query.delete(this.leave());
    query.delete('page');
    query.delete('look');
    // Where a query sets filters by itself, none chosen has to be said.
    if (this.page().clearHref?.includes('unfiltered=')) query.set('unfiltered', '1');
    return [...query].map(([name, value]) => ({ name, value }));
  });
}
