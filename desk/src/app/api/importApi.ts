import { Injectable } from '@angular/core';
import type { AbsentProducts, FileForm, GroupFile, ImportMapping, KeptMapping } from '@fond/contract';
import { Calls } from './calls';

export interface ImportInput {
  dryRun: boolean;
  mapping: ImportMapping;
  form: Partial<FileForm>;
  /** What one unit of another currency is worth. */
  rates: Readonly<Record<string, number>>;
  /** Lines with a fault are left out, all others taken. */
  leaveOut: boolean;
  absent: AbsentProducts;
}

/** Product files that are read, and how they are. */
@Injectable({ providedIn: 'root' })
export class ImportApi extends Calls {
  /** Reads a product file; a job's id stands for the file that the job has read. */
  read(file: File | string, wish: ImportInput) {
    const form = new FormData();
    form.set('dryRun', wish.dryRun ? '1' : '0');
    form.set('mapping', JSON.stringify(wish.mapping));
    form.set('form', JSON.stringify(wish.form));
    form.set('rates', JSON.stringify(wish.rates));
    form.set('leaveOut', wish.leaveOut ? '1' : '0');
    form.set('absent', wish.absent);
    if (typeof file === 'string') form.set('from', file);
    else form.set('file', file, file.name);
    return this.call('importCatalogue', { form });
  }

  mappings() {
    return this.call('keptMappings');
  }

  keepMapping(name: string, body: Omit<KeptMapping, 'name' | 'updatedAt'>) {
    return this.call('keepMapping', { params: { name }, body });
  }

  forgetMapping(name: string) {
    return this.call('forgetMapping', { params: { name } });
  }

  tryGroups(file: GroupFile) {
    return this.call('tryGroups', { body: file });
  }

  importGroups(file: GroupFile) {
    return this.call('importGroups', { body: file });
  }
}
