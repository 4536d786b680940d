import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { contentOf, DESIGN_KINDS, type DesignKind } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { partsFeature } from '../store/parts.feature';
import { rangesFeature } from '../store/ranges.feature';
import { KeptDesigns } from './keptDesigns';
import { DESIGN_WORDS } from './designWords';

/** Keeps the plan that is open, whole or in parts, as a starting point under a name. */
@Component({
  selector: 'desk-keep-design',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <form (submit)="keep($event)">
      <label
        >Called
        <input
          class="field"
          name="name"
          maxlength="80"
          required
          [value]="name()"
          (input)="name.set($any($event.target).value)"
      /></label>
      <label
        >What it is for
        <input
          class="field"
          name="about"
          maxlength="200"
          [value]="about()"
          (input)="about.set($any($event.target).value)"
      /></label>
      <fieldset>
        <legend>Keep of this plan</legend>
        @for (kind of kinds; track kind) {
          <label
            ><input type="checkbox" [checked]="wished().has(kind)" (change)="toggle(kind)" />
            {{ words[kind].kept }}</label
          >
        }
      </fieldset>
      @if (fault(); as told) {
        <p class="turned" role="alert">{{ told }}</p>
      }
      <button mat-flat-button type="submit" [disabled]="!name().trim() || !wished().size">Keep it</button>
      <button mat-button type="button" (click)="done.emit()">Not now</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      padding: 10px 12px 12px;
      margin-bottom: 8px;
      background: var(--sheet);
      border-inline-start: 5px solid var(--ticket);
    }
    label .field {
      width: 100%;
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin: 0;
      padding: 0;
      border: 0;
    }
    fieldset label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 28px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class KeepDesign {
  private readonly kept = inject(KeptDesigns);
  private readonly editor = inject(PlanEditor);
  private readonly parts = inject(Store).selectSignal(partsFeature.selectParts);
  private readonly ranges = inject(Store).selectSignal(rangesFeature.selectRanges);
  readonly done = output();
  protected readonly kinds = DESIGN_KINDS;
  protected readonly words = DESIGN_WORDS;
  protected readonly name = signal('');
  protected readonly about = signal('');
  protected readonly wished = signal<ReadonlySet<DesignKind>>(new Set(DESIGN_KINDS));
  protected readonly fault = computed(() => {
    const problem = this.kept.problem();
    return problem && (problem.errors?.[0]?.message ?? problem.detail ?? problem.title);
  });

  protected toggle(kind: DesignKind): void {
    const wished = new Set(this.wished());
    if (!wished.delete(kind)) wished.add(kind);
    this.wished.set(wished);
  }

  protected async keep(event: Event): Promise<void> {
    event.preventDefault();
    const plan = this.editor.plan();
    if (!plan) return;
    const content = contentOf(plan, this.wished(), this.parts() ?? [], this.ranges() ?? []);
    const [name, about] = [this.name().trim(), this.about().trim()];
    if (await this.kept.keep({ name, about, content })) this.done.emit();
  }
}
