import type { AbstractControl } from '@angular/forms';
import { passwordFault } from '@fond/contract';

/** Says of a field what keeps its text from being a password. */
export function goodPassword({ value }: AbstractControl<string>): { fault: string } | null {
  const fault = passwordFault(value);
  return fault ? { fault } : null;
}
