import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { TrialSummary } from '@fond/contract';
import { TrialApi } from '../api/trialApi';
import { failureOf } from '../api/problem';
import { GOAL_WORDS, STATE_WORDS, verdictMark, versionName } from '../wording/trialWords';

const whole = new Intl.NumberFormat('en-GB');

/** Versions of plans that are tried on shares of shoppers, and those that were. */
@Component({
  selector: 'desk-trials',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatProgressBarModule, RouterLink],
  template: `
    @if (read.isLoading()) {
      <mat-progress-bar mode="indeterminate" aria-label="Reading the trials" />
    }
    <div class="page">
      <header>
        <h1>Trials</h1>
        <p>
          Two versions of a plan, each seen by a steady share of shoppers until it is known which is better.
        </p>
      </header>
      @if (problem(); as told) {
        <p class="trouble" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.detail }}
          <button mat-button type="button" (click)="read.reload()">Try again</button>
        </p>
      }
      @if (trials(); as all) {
        @if (all.length) {
          <table>
            <thead>
              <tr>
                <th scope="col">Trial</th>
                <th scope="col">Plan</th>
                <th scope="col">To have more</th>
                <th scope="col">State</th>
                <th scope="col" class="number">Visits</th>
                <th scope="col">What is known</th>
              </tr>
            </thead>
            <tbody>
              @for (trial of all; track trial.id) {
                <tr>
                  <th scope="row">
                    <a class="word" [routerLink]="['/trials', trial.id]">{{ trial.name }}</a>
                  </th>
                  <td>{{ trial.plan.name }}</td>
                  <td>{{ goals[trial.goal].more }}</td>
                  <td>
                    {{ states[trial.state] }}
                    @if (trial.startedAt) {
                      <small class="figures"
                        >{{ trial.endedAt ? '' : 'since ' }}{{ trial.startedAt | date: 'd MMM'
                        }}{{ trial.endedAt ? ' to ' + (trial.endedAt | date: 'd MMM') : '' }}</small
                      >
                    }
                  </td>
                  <td class="number figures">{{ visits(trial) }}</td>
                  <td>{{ resultOf(trial) }}</td>
                </tr>
              }
            </tbody>
          </table>
        } @else {
          <section class="empty">
            <h2>Nothing has been tried yet</h2>
            <p>
              Change a plan that is live, choose <b>Publish</b>, and then “On a share of shoppers, as a
              trial”. Half of the shoppers see the draft, the others what is live; here you see which sells
              better.
            </p>
            <a mat-flat-button routerLink="/publish">See the drafts</a>
          </section>
        }
      }
    </div>
  `,
  styleUrls: ['../shell/sheet.scss', './trials.scss'],
})
export class TrialsPage {
  private readonly api = inject(TrialApi);
  protected readonly read = rxResource({ stream: () => this.api.list() });
  protected readonly trials = computed(() => (this.read.hasValue() ? this.read.value() : null));
  protected readonly problem = computed(() => failureOf(this.read.error()));
  protected readonly goals = GOAL_WORDS;
  protected readonly states = STATE_WORDS;

  protected visits({ versions }: TrialSummary): string {
    return whole.format(versions.reduce((sum, { visits }) => sum + visits, 0));
  }

  protected resultOf({ versions, state, kept }: TrialSummary): string {
    if (state === 'ready') return '';
    if (kept !== null) return kept ? `${versionName(kept)} was kept` : 'What was live stayed';
    return versions
      .map((version, index) => verdictMark(version, index))
      .filter(Boolean)
      .join(', ');
  }
}
