import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { Job, PictureReport, Problem } from '@fond/contract';
import { HEAVY_BYTES, type DrawnPicture } from '@fond/core';
import { kilobytes } from '../wording/kilobytes';
import { Api } from '../api/api';
import { JobFollower } from '../job/jobFollower';

/** How the shop's pictures stand: what is made of them, and which are too small for where plans show them. */
@Component({
  selector: 'desk-picture-sizes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, NgTemplateOutlet, RouterLink],
  templateUrl: './pictureSizes.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', '../shell/table.scss', './pictureSizes.scss'],
})
export class PictureSizes {
  private readonly api = inject(Api);
  private readonly follower = inject(JobFollower);
  private readonly gone = inject(DestroyRef);
  protected readonly report = signal<PictureReport | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly job = signal<Job | null>(null);
  protected readonly missing = computed(() => {
    const made = this.report()?.renditions;
    return made ? made.wanted - made.made : 0;
  });
  protected readonly share = computed(() => {
    const progress = this.job()?.progress;
    return progress?.total ? (100 * progress.done) / progress.total : 0;
  });

  constructor() {
    this.read();
  }

  protected read(): void {
    this.api.pictures().subscribe({
      next: (report) => {
        this.problem.set(null);
        this.report.set(report);
        if (report.job && !this.job()) this.follow(report.job);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected make(): void {
    this.api.makeRenditions().subscribe({
      next: (job) => this.follow(job),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** Tells how far the job is; what it has made is read when it ends. */
  private follow(job: Job): void {
    this.job.set(job);
    this.follower
      .follow(job.id)
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe({
        next: (step) => this.job.set(step),
        complete: () => {
          this.job.set(null);
          this.read();
        },
      });
  }

  protected readonly heaviest = HEAVY_BYTES;
  protected readonly kilobytes = kilobytes;

  protected owner({ of }: DrawnPicture): string {
    return of.kind === 'uploaded' ? 'An uploaded picture' : of.name;
  }

  protected kind({ of }: DrawnPicture): string {
    return { product: 'product', aisle: 'category', uploaded: '' }[of.kind];
  }

  protected slip({ type, fixture }: DrawnPicture): string {
    return type === 'shelf' ? 'grid' : `fixture:${fixture}`;
  }

  protected verdict({ width, needed }: DrawnPicture): string {
    return width < needed ? 'blurred on every screen' : 'soft on fine screens';
  }
}
