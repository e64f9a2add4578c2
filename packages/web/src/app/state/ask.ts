import { readJson } from '@renquil/core/own-json';
import { HttpClient, HttpErrorResponse, type HttpResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { urlOf, type Address, type Replied, type Sent } from '@renquil/api/address';
import { catchError, map, throwError, type Observable, type OperatorFunction } from 'rxjs';

/** What the server said no to, in its own words; `offline` when it said nothing. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}
/** An HTTP failure as an error in words. */
export function explained<T>(): OperatorFunction<T, T> {
  return catchError((raw: unknown) => {
    if (raw instanceof HttpErrorResponse) {
      const said = (textOf(raw.error) as { error?: { code: string; text: string } } | null)?.error;
      if (said) return throwError(() => new ApiError(said.code, said.text));
    }
    return throwError(() => new ApiError('offline', 'The server does not answer.'));
  });
}

/** Where bytes were asked for, what is wrong comes as bytes too. */
function textOf(error: unknown): unknown {
  if (!(error instanceof ArrayBuffer)) return error;
  try {
    return readJson(new TextDecoder().decode(error));
  } catch {
    return null;
  }
}

/** Asks the server, with the types of the contract (`@renquil/api`): what it does not say does not compile. */
@Injectable({ providedIn: 'root' })
export class Ask {
  readonly #http = inject(HttpClient);
  json<A extends Address>(address: A, sent: Sent<A>): Observable<Replied<A>> {
    const [method = ''] = address.split(' ');
    const options = sent.body === undefined ? {} : { body: sent.body as unknown };
    return this.#http.request<Replied<A>>(method, urlOf(address, sent), options).pipe(explained());
  }
  bytes<A extends Address>(address: A, sent: Sent<A>): Observable<ArrayBuffer> {
    return this.download(address, sent).pipe(map(({ body }) => body!));
  }
  /** Bytes with what is said beside them. */
  download<A extends Address>(address: A, sent: Sent<A>): Observable<HttpResponse<ArrayBuffer>> {
    return this.#http
      .get(urlOf(address, sent), { responseType: 'arraybuffer', observe: 'response' })
      .pipe(explained());
  }
}
