import { Injectable } from '@angular/core';
import type { MendInput, PutOffInput } from '@fond/contract';
import { Calls } from './calls';

/** What checks find in the shop. */
@Injectable({ providedIn: 'root' })
export class FindingApi extends Calls {
  /** Of one aisle, or of the whole shop, as it is live or as a plan's draft would make it. */
  list(aisle: string | null, draft: string | null) {
    return this.call('findings', {
      query: { ...(aisle !== null && { aisle }), ...(draft !== null && { draft }) },
    });
  }

  mend(input: MendInput) {
    return this.call('mendFinding', { body: input });
  }

  putOff(finding: PutOffInput) {
    return this.call('putOffFinding', { body: finding });
  }

  takeUp(name: string) {
    return this.call('takeUpFinding', { query: { name } });
  }
}
