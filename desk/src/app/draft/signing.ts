import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../session/session.feature';
import type { Signed } from './pins';

/** Who does something now. */
@Injectable({ providedIn: 'root' })
export class Signing {
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);

  now(): Signed {
    return { by: this.user()?.name ?? null, at: new Date().toISOString() };
  }
}
