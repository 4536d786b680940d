import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { catchError, of, switchMap, timer } from 'rxjs';
import { Api } from '../api/api';

const EVERY = 10_000;

/** Who else has this plan open, told every ten seconds. */
@Component({
  selector: 'desk-presence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (others.value().length) {
      <span role="status" title="Edits of both are put together">{{ names() }} here too</span>
    }
  `,
  styles: `
    span {
      padding: 2px 8px;
      background: var(--ticket);
      color: #14201f;
      font-weight: 600;
      white-space: nowrap;
    }
  `,
})
export class Presence {
  private readonly api = inject(Api);
  readonly plan = input.required<string>();
  protected readonly others = rxResource<readonly string[], string>({
    params: () => this.plan(),
    stream: ({ params }) =>
      timer(0, EVERY).pipe(
        // While the server is away nobody is known to be here; the next beat asks again.
        switchMap(() => this.api.bePresent(params).pipe(catchError(() => of([])))),
      ),
    defaultValue: [],
  });

  protected names(): string {
    const others = this.others.value();
    return `${others.join(' and ')} ${others.length === 1 ? 'is' : 'are'}`;
  }
}
