import { Injectable } from '@angular/core';
import type { Redirect } from '@fond/core';
import { Calls } from './calls';

/** Addresses that lead elsewhere. */
@Injectable({ providedIn: 'root' })
export class RedirectApi extends Calls {
  list() {
    return this.call('redirects');
  }

  create(redirect: Redirect) {
    return this.call('createRedirect', { body: redirect });
  }

  save(id: number, redirect: Redirect) {
    return this.call('saveRedirect', { params: { id }, body: redirect });
  }

  delete(id: number) {
    return this.call('deleteRedirect', { params: { id } });
  }

  test(path: string) {
    return this.call('testRedirect', { query: { path } });
  }

  import(csv: string) {
    return this.call('importRedirects', { body: { csv } });
  }
}
