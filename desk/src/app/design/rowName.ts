import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  input,
  output,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';

/** Calls something in a list otherwise, in its place: Enter keeps the name, Escape leaves it as it was. */
@Component({
  selector: 'desk-row-name',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (editing()) {
      <input
        #field
        class="field"
        maxlength="80"
        [attr.aria-label]="'New name of ' + name()"
        [value]="name()"
        (keydown.enter)="$event.preventDefault(); end(field.value)"
        (keydown.escape)="$event.stopPropagation(); editing.set(false)"
        (blur)="end(field.value)"
      />
    } @else {
      <button type="button" class="word" (click)="editing.set(true)">
        Rename<span class="unseen">: {{ name() }}</span>
      </button>
    }
  `,
})
export class RowName {
  readonly name = input.required<string>();
  readonly named = output<string>();
  protected readonly editing = signal(false);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');

  constructor() {
    afterRenderEffect(() => this.field()?.nativeElement.select());
  }

  protected end(typed: string): void {
    if (!this.editing()) return;
    this.editing.set(false);
    const name = typed.trim();
    if (name && name !== this.name()) this.named.emit(name);
  }
}
