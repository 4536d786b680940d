import type { LetterCase } from '@fond/core';
import type { Choice } from './choices';

/** Capitals and small letters, each as it looks. */
export const CASE_CHOICES: readonly Choice<LetterCase>[] = [
  { value: 'usual', name: 'as written' },
  { value: 'upper', name: 'CAPITALS' },
  { value: 'lower', name: 'small' },
  { value: 'title', name: 'Each Word' },
];
