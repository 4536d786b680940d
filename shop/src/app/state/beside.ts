import type { Injector } from '@angular/core';
import { Counting } from './counting';
import { PreviewFrame } from './previewFrame';

/** What goes on beside a page: in the desk's window its talk with the desk, else what is seen is counted. */
export async function goBeside(injector: Injector): Promise<void> {
  if (injector.get(PreviewFrame).inside) {
    // Shoppers' pages don't fetch what only the desk's window needs.
    const { DeskTalk } = await import('./deskTalk');
    injector.get(DeskTalk).start();
    // Frames of other sites are no visits.
  } else if (top === self) injector.get(Counting).start();
}
