import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What the colours of a map mean. */
@Component({
  selector: 'desk-map-legend',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (entry of entries(); track entry.name) {
      <span><i [style.background]="entry.colour" aria-hidden="true"></i>{{ entry.name }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin: 10px 0;
    }
    i {
      display: inline-block;
      width: 14px;
      height: 10px;
      margin-inline-end: 6px;
    }
  `,
})
export class MapLegend {
  readonly entries = input.required<readonly { name: string; colour: string }[]>();
}
