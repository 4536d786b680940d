import { ChangeDetectionStrategy, Component, input, output, viewChild, type ElementRef } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

/** A button that asks for a file; the browser's own field, which speaks the browser's language and look, stays unseen. */
@Component({
  selector: 'desk-file-pick',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <button mat-stroked-button type="button" [disabled]="disabled()" (click)="ask()">
      {{ words() }}
    </button>
    <input
      #field
      class="unseen"
      type="file"
      tabindex="-1"
      [attr.aria-label]="words()"
      [accept]="accept()"
      [disabled]="disabled()"
      [multiple]="several()"
      (change)="take(field)"
    />
  `,
  styles: `
    :host {
      position: relative;
      display: inline-block;
    }
  `,
})
export class FilePick {
  /** What the button says. */
  readonly words = input.required<string>();
  readonly accept = input('');
  readonly disabled = input(false);
  /** Whether several may be picked; each is told by itself. */
  readonly several = input(false);
  readonly picked = output<File>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  ask(): void {
    this.field().nativeElement.click();
  }

  protected take(field: HTMLInputElement): void {
    const files = [...(field.files ?? [])];
    // The same file chosen again is another choice.
    field.value = '';
    for (const file of files) this.picked.emit(file);
  }
}
