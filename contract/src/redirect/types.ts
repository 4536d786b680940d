import type { Redirect, RedirectFault } from '@fond/core';

export interface StoredRedirect extends Redirect {
  id: number;
  /** Made by the shop itself when an address changed. */
  automatic: boolean;
  createdAt: string;
  createdBy: string;
  fault: RedirectFault | null;
}

export interface RedirectImport {
  created: number;
  changed: number;
  /** Where there is any, nothing was written. */
  errors: readonly { line: number; message: string }[];
}
