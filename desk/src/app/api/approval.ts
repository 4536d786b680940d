import { inject, Injectable, Injector } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import type { HeldOperation, Problem } from '@fond/contract';
import { Api } from './api';

/** Long enough to read two sentences and to decide. */
const OFFERED_FOR = 20_000;
const TOLD_FOR = 8_000;

/** The way on where a second person has to approve something: to ask for it, at once or not at all. */
@Injectable({ providedIn: 'root' })
export class Approval {
  private readonly snackBar = inject(MatSnackBar);
  private readonly router = inject(Router);
  /** The API sends through the interceptor that offers this, so neither can be made before the other. */
  private readonly injector = inject(Injector);

  offer(held: HeldOperation): void {
    this.snackBar
      .open('Somebody else has to approve that. Nothing has changed yet.', 'Ask for it', {
        duration: OFFERED_FOR,
      })
      .onAction()
      .subscribe(() => this.ask(held));
  }

  private ask(held: HeldOperation): void {
    this.injector
      .get(Api)
      .askToDo(held, '')
      .subscribe({
        next: ({ words }) => {
          this.snackBar
            .open(`Asked: ${words}. It waits on the page Publish.`, 'Show', { duration: TOLD_FOR })
            .onAction()
            .subscribe(() => void this.router.navigateByUrl('/publish'));
        },
        error: ({ title, detail }: Problem) => this.snackBar.open(`${title}. ${detail}`, 'Close'),
      });
  }
}
