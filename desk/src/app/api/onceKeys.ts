import { HttpErrorResponse, HttpResponse, type HttpEvent, type HttpRequest } from '@angular/common/http';
import { Injectable } from '@angular/core';

/**
 * Keys by which the server knows a request that makes something and arrives twice: pressed twice, or sent again because
 * the answer was lost. The same request keeps its key until an answer says what came of it.
 */
@Injectable({ providedIn: 'root' })
export class OnceKeys {
  private readonly open = new Map<string, string>();

  /** The key of a request; null for one that makes nothing. */
  of(request: HttpRequest<unknown>): string | null {
    if (request.method !== 'POST' || request.body instanceof FormData) return null;
    const name = requestKey(request);
    let key = this.open.get(name);
    if (!key) this.open.set(name, (key = crypto.randomUUID()));
    return key;
  }

  answered(request: HttpRequest<unknown>, event: HttpEvent<unknown>): void {
    if (event instanceof HttpResponse) this.open.delete(requestKey(request));
  }

  /** A refusal is an answer; what a failure left undone isn't known, so the next try is the same request. */
  failed(request: HttpRequest<unknown>, error: unknown): void {
    if (error instanceof HttpErrorResponse && error.status >= 400 && error.status < 500)
      this.open.delete(requestKey(request));
  }
}

const requestKey = ({ urlWithParams, body }: HttpRequest<unknown>): string =>
  `${urlWithParams} ${JSON.stringify(body)}`;
