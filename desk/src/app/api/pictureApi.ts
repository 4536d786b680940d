import { Injectable } from '@angular/core';
import type { PictureWords } from '@fond/contract';
import { Calls } from './calls';
import { fileForm } from './fileForm';

/** The library of pictures, and the ways in which pictures come into it. */
@Injectable({ providedIn: 'root' })
export class PictureApi extends Calls {
  /** Keeps a picture under its file's name. */
  keep(file: File) {
    return this.call('keepPicture', { form: fileForm(file) });
  }

  /** Keeps a picture by its content alone. */
  upload(file: File) {
    return this.call('uploadPicture', { form: fileForm(file) });
  }

  /** @param silent Only those without words in this language; null for all. */
  library(q: string, unused: boolean, silent: string | null, from: number) {
    return this.call('pictureLibrary', {
      query: { q, from, ...(unused && { unused: '1' as const }), ...(silent !== null && { silent }) },
    });
  }

  uses(source: string) {
    return this.call('pictureUses', { query: { source } });
  }

  name(source: string, hash: string) {
    return this.call('namePicture', { body: { source, hash } });
  }

  describe(source: string, words: PictureWords) {
    return this.call('describePicture', { body: { source, ...words } });
  }

  forget(source: string) {
    return this.call('forgetPicture', { query: { source } });
  }

  hosts() {
    return this.call('pictureHosts');
  }

  allow(hosts: readonly string[]) {
    return this.call('setPictureHosts', { body: { hosts } });
  }

  fetchAll() {
    return this.call('fetchPictures');
  }

  keepArchive(file: File) {
    return this.call('keepArchive', { form: fileForm(file) });
  }

  archive(id: string, pattern: string) {
    return this.call('archiveMatch', { params: { id }, query: { pattern } });
  }

  takeArchive(id: string, pattern: string, add: 'behind' | 'instead') {
    return this.call('takeArchive', { params: { id }, body: { pattern, add } });
  }
}
