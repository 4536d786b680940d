import { inject, Injectable, linkedSignal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, type ParamMap } from '@angular/router';
import { PARTS } from './brief/sentences';

export const SLIP_NAMES = ['base', ...PARTS] as const;
export type SlipName = (typeof SLIP_NAMES)[number];

/** What of a plan is looked at: the open slip, and whether the shelf is being arranged. Both stand in the address. */
@Injectable()
export class PlanView {
  private readonly router = inject(Router);
  private readonly parameters = toSignal<ParamMap>(inject(ActivatedRoute).queryParamMap, {
    requireSync: true,
  });

  private readonly shown = linkedSignal(
    () => SLIP_NAMES.find((name) => name === this.parameters().get('open')) ?? null,
  );
  private readonly arranged = linkedSignal(() => this.parameters().has('arrange'));
  readonly open = this.shown.asReadonly();
  readonly arranging = this.arranged.asReadonly();

  show(slip: SlipName | null): void {
    this.shown.set(slip);
    this.tell({ open: slip });
  }

  arrange(arranging: boolean): void {
    this.arranged.set(arranging);
    this.tell({ arrange: arranging ? '' : null });
  }

  /** Back leads to the aisle before, not through every slip that was open. */
  private tell(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
