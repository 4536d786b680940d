import { ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';

/** A part of a slip: what it is called, and what it is marked with by `data-part`. */
export interface SlipPart {
  part: string;
  name: string;
}

/** What a long slip holds, on one line: each word leads to its part and opens that. */
@Component({
  selector: 'desk-slip-index',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav aria-label="In here">
      @for (one of parts(); track one.part) {
        <button type="button" class="word" (click)="go(one.part)">{{ one.name }}</button>
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      padding-bottom: 6px;
      margin-bottom: 8px;
      border-bottom: 1px solid var(--hairline);
    }
    .word {
      min-height: 24px;
    }
  `,
})
export class SlipIndex {
  readonly parts = input.required<readonly SlipPart[]>();
  private readonly place: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected go(part: string): void {
    const target = this.place.parentElement?.querySelector<HTMLElement>(`[data-part="${part}"]`);
    if (!target) return;
    if (target instanceof HTMLDetailsElement) target.open = true;
    target.scrollIntoView({ block: 'start' });
    target.querySelector<HTMLElement>('summary, input, select, button, [tabindex="0"]')?.focus({
      preventScroll: true,
    });
  }
}
