import { Directive, ElementRef, inject, input, type OnChanges, type SimpleChanges } from '@angular/core';

/**
 * The value of a field. It comes as an attribute, and is written over what a reader has typed only where the page says
 * another one: a part of the page that comes alive does so between two letters.
 */
@Directive({
  selector: 'input[shopValue]',
  host: { '[attr.value]': 'shopValue()' },
})
export class Typed implements OnChanges {
  readonly shopValue = input.required<string | number>();
  private readonly field = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;

  ngOnChanges({ shopValue }: SimpleChanges): void {
    if (!shopValue.firstChange) this.field.value = String(shopValue.currentValue);
  }
}
