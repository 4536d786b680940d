import { inject, Injectable, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, type ParamMap } from '@angular/router';
import { LINES } from './sentences';

const SLIP_NAMES = ['base', ...LINES] as const;

/** The slip of a line, of one fixture's settings, or of where and when it stands. */
export type SlipName = (typeof SLIP_NAMES)[number] | `fixture:${string}` | `place:${string}`;

const isSlip = (name: string): name is SlipName =>
  SLIP_NAMES.some((known) => known === name) || /^(fixture|place):./.test(name);

/** What of a plan is looked at: the open slip, and whether the shelf is being arranged. Both stand in the address. */
@Injectable()
export class PlanView {
  private readonly router = inject(Router);
  private readonly parameters = toSignal<ParamMap>(inject(ActivatedRoute).queryParamMap, {
    requireSync: true,
  });

  private readonly shown = linkedSignal((): SlipName | null => {
    const open = this.parameters().get('open');
    return open !== null && isSlip(open) ? open : null;
  });
  private readonly arranged = linkedSignal(() => this.parameters().has('arrange'));
  readonly open = this.shown.asReadonly();
  readonly arranging = this.arranged.asReadonly();

  /** The fixture behind which one is to be added; taken up by the list that it stands in. */
  private readonly addingBehind = signal<string | null>(null);
  readonly adding = this.addingBehind.asReadonly();

  addBehind(fixture: string | null): void {
    this.addingBehind.set(fixture);
  }

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
