import { Directive, ElementRef, inject, input, linkedSignal } from '@angular/core';

/** The value of a field. What a reader has typed before its part of the page was alive stays. */
@Directive({
  selector: 'input[shopValue]',
  host: { '[attr.value]': 'shopValue()', '[value]': 'value()' },
})
export class Typed {
  readonly shopValue = input.required<string | number>();
  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  private readonly before = this.field.value === this.field.defaultValue ? null : this.field.value;
  protected readonly value = linkedSignal<string | number, string | number>({
    source: this.shopValue,
    computation: (said, shown) => (shown === undefined ? (this.before ?? said) : said),
  });
}
