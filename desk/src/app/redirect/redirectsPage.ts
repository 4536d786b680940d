import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource, toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Problem, RedirectImport, StoredRedirect } from '@fond/contract';
import { fold, type Redirect, type RedirectCode, type RedirectFault, type Way } from '@fond/core';
import { Store } from '@ngrx/store';
import { RedirectApi } from '../api/redirectApi';
import { failureOf } from '../api/problem';
import { FilePick } from '../shell/filePick';
import { floorFeature } from '../store/floor.feature';

const MOST_OFFERED = 12;

const CODES: Readonly<Record<RedirectCode, string>> = {
  301: 'for good (301)',
  302: 'for now (302)',
  410: 'gone (410)',
};

/** Addresses that lead to others, with what is wrong with them and a box to try one. */
@Component({
  selector: 'desk-redirects',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, ReactiveFormsModule, MatAutocompleteModule, MatButtonModule, MatProgressBarModule],
  templateUrl: './redirectsPage.html',
  styleUrls: ['../shell/sheet.scss', './redirectsPage.scss'],
})
export class RedirectsPage {
  private readonly api = inject(RedirectApi);
  private readonly messages = inject(MatSnackBar);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  private readonly builder = inject(NonNullableFormBuilder);

  protected readonly codes = CODES;
  protected readonly codeList: readonly RedirectCode[] = [301, 302, 410];
  protected readonly read = rxResource({ stream: () => this.api.list(), defaultValue: [] });
  private readonly refused = signal<Problem | null>(null);
  protected readonly way = signal<Way | null>(null);
  protected readonly imported = signal<RedirectImport | null>(null);
  protected readonly sought = signal('');

  private readonly all = computed(() => (this.read.hasValue() ? this.read.value() : []));
  protected readonly list = computed(() => {
    const sought = this.sought().toLowerCase();
    return this.all().filter(({ from, to }) => `${from} ${to ?? ''}`.toLowerCase().includes(sought));
  });
  protected readonly faulty = computed(() => this.all().filter(({ fault }) => fault !== null).length);
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));

  protected readonly form = this.builder.group({
    from: ['', [Validators.required, Validators.pattern(/^\/(?!\/)[^?#\s]*$/)]],
    to: ['', [Validators.pattern(/^\/(?!\/)[^?#\s]*$/)]],
    code: [301 as RedirectCode, Validators.required],
  });

  private readonly typed = toSignal(this.form.controls.to.valueChanges, { initialValue: '' });
  /** Aisles whose name or address begins as is typed. */
  protected readonly offered = computed(() => {
    const sought = fold(this.typed().trim());
    return (this.floor()?.aisles ?? [])
      .filter(({ path, title }) => path.startsWith(sought) || fold(title).includes(sought))
      .slice(0, MOST_OFFERED);
  });

  protected faultWords(fault: RedirectFault): string {
    switch (fault.kind) {
      case 'loop':
        return `runs in a ring: ${fault.steps.join(' → ')}`;
      case 'chain':
        return `leads over other redirects to ${fault.end}`;
      case 'to-missing':
        return 'leads to where nothing is';
      case 'page-there':
        return 'a page stands at the address, so nobody is led';
    }
  }

  protected wayWords({ steps, end }: Way): string {
    const ends = {
      page: 'a page of the shop',
      missing: 'nothing: the shop says that nothing is there',
      gone: 'gone: the shop says that it is gone for good',
      loop: 'a ring',
    };
    return `${steps.join(' → ')}: ${ends[end]}`;
  }

  protected add(): void {
    if (this.form.invalid) {
      this.form.markAllAsTouched();
      return;
    }
    const { from, to, code } = this.form.getRawValue();
    this.api
      .create({ from, to: Number(code) === 410 ? null : to, code: Number(code) as RedirectCode })
      .subscribe({
        next: () => {
          this.form.reset();
          this.settled();
        },
        error: (problem: Problem) => this.refused.set(problem),
      });
  }

  /** The two addresses of a redirect are easily swapped; so they are easily swapped back. */
  protected swap(): void {
    const { from, to } = this.form.getRawValue();
    this.form.patchValue({ from: to, to: from });
  }

  protected straighten(redirect: StoredRedirect): void {
    if (redirect.fault?.kind !== 'chain') return;
    this.save(redirect, { from: redirect.from, to: redirect.fault.end, code: redirect.code });
  }

  protected save({ id }: StoredRedirect, wish: Redirect): void {
    this.api.save(id, wish).subscribe({
      next: () => this.settled(),
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  /** Undone rather than asked about. */
  protected remove({ id, from, to, code }: StoredRedirect): void {
    this.api.delete(id).subscribe({
      next: () => {
        this.settled();
        this.messages
          .open(`“${from}” leads nowhere any more.`, 'Undo')
          .onAction()
          .subscribe(() => this.again({ from, to, code }));
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  private again(redirect: Redirect): void {
    this.api.create(redirect).subscribe({
      next: () => this.settled(),
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected test(path: string): void {
    const address = path.trim().replace(/^.*\/shop(?=\/|$)/, '') || '/';
    this.api.test(address).subscribe({
      next: (way) => {
        this.way.set(way);
        this.refused.set(null);
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected readFile(file: File): void {
    void file.text().then((csv) =>
      this.api.import(csv).subscribe({
        next: (report) => {
          this.imported.set(report);
          this.settled();
        },
        error: (problem: Problem) => this.refused.set(problem),
      }),
    );
  }

  private settled(): void {
    this.refused.set(null);
    this.read.reload();
  }
}
