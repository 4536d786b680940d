import { HttpClient } from '@angular/common/http';
import { inject } from '@angular/core';
import type { Observable } from 'rxjs';
import type {
  AnswerOf,
  BodyOf,
  OperationName,
  Operations,
  ParamsOf,
  QueryOf,
} from '@fond/contract/operations';
import { ROUTES } from '@fond/contract/routes';
import { addressOf } from '@fond/contract';

type Named<K extends string, T> = unknown extends T ? unknown : Readonly<Record<K, T>>;

/** What is sent along: what stands in the address, behind it, and in the body; files as a form. */
type Sent<N extends OperationName> = Named<'params', ParamsOf<N>> &
  Named<'query', QueryOf<N>> &
  (Operations[N] extends { upload: unknown } ? { form: FormData } : Named<'body', BodyOf<N>>);

/** Nothing has to be sent where nothing is taken. */
type Asked<N extends OperationName> = unknown extends Sent<N> ? [] : [sent: Sent<N>];

interface AnySent {
  params?: Readonly<Record<string, string | number>>;
  query?: Readonly<Record<string, string | number>>;
  body?: unknown;
  form?: FormData;
}

/** What asks the server for operations. */
export class Calls {
  private readonly http = inject(HttpClient);

  /** Asks for an operation where the contract has it. */
  protected call<N extends OperationName>(name: N, ...[sent]: Asked<N>): Observable<AnswerOf<N>> {
    const [method] = ROUTES[name];
    const { params, query, body, form }: AnySent = sent ?? {};
    return this.http.request<AnswerOf<N>>(method, addressOf(name, params), {
      params: query,
      body: form ?? body ?? (method === 'post' || method === 'put' ? {} : undefined),
    });
  }
}
