import { Injectable } from '@angular/core';
import type { PutOffInput } from '@fond/contract';
import { Calls } from './calls';

/** What checks find in the shop. */
@Injectable({ providedIn: 'root' })
export class FindingApi extends Calls {
  /** Of one aisle, or of the whole shop. */
  list(aisle: string | null) {
    return this.call('findings', { query: aisle === null ? {} : { aisle } });
  }

  putOff(finding: PutOffInput) {
    return this.call('putOffFinding', { body: finding });
  }

  takeUp(name: string) {
    return this.call('takeUpFinding', { query: { name } });
  }
}
