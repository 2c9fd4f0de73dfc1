import { HttpClient, HttpEventType, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { catchError, concatMap, scan, type Observable } from 'rxjs';
import {
  addressOf,
  requestOf,
  type AnswerOf,
  type AnyAsked,
  type Args,
  type AskedOf,
  type LineOf,
  type Method,
  type PathOf,
} from '@kerabat/contract/calling';
import { refusedInWords } from './problem';

/** The server, as the contract says it: a method, a path, and what the operation takes. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  /** The answer of an operation. Refusals arrive as errors with their problem details (see problemOf). */
  call<M extends Method, P extends PathOf<M>>(
    method: M,
    path: P,
    ...[asked]: Args<AskedOf<M, P>>
  ): Observable<AnswerOf<M, P>> {
    const { url, headers, body } = requestOf(method, path, asked as AnyAsked);
    return this.http.request<AnswerOf<M, P>>(method.toUpperCase(), url, { headers: { ...headers }, body });
  }

  /** The answer of an operation that makes a file. */
  file<M extends Method, P extends PathOf<M>>(method: M, path: P, ...[asked]: Args<AskedOf<M, P>>): Observable<Blob> {
    const { url, body } = requestOf(method, path, asked as AnyAsked);
    return this.http
      .request(method.toUpperCase(), url, { body, responseType: 'blob' })
      .pipe(catchError(refusedInWords));
  }

  /** The answer of an operation that says a JSON value a line, each as it comes. Unsubscribing hangs up. */
  lines<M extends Method, P extends PathOf<M>>(
    method: M,
    path: P,
    ...[asked]: Args<AskedOf<M, P>>
  ): Observable<LineOf<M, P>> {
    const { url, body } = requestOf(method, path, asked as AnyAsked);
    const events = { body, observe: 'events', reportProgress: true, responseType: 'text' } as const;
    return linesOf<LineOf<M, P>>(this.http.request(method.toUpperCase(), url, events));
  }

  /** The address of what is read elsewhere than here: of a link, of a stream of events. */
  address<P extends PathOf<'get'>>(path: P, ...[asked]: Args<AskedOf<'get', P>>): string {
    return addressOf(path, asked as AnyAsked);
  }
}

/**
 * An answer of one JSON value a line (application/x-ndjson), told as the lines come. A line that is still coming waits
 * for its end.
 */
function linesOf<T>(events: Observable<HttpEvent<string>>): Observable<T> {
  return events.pipe(
    scan(
      (before, event) => {
        const text =
          event.type === HttpEventType.Response
            ? (event.body ?? '')
            : event.type === HttpEventType.DownloadProgress && 'partialText' in event
              ? (event.partialText ?? '')
              : '';
        const whole = text.slice(0, text.lastIndexOf('\n') + 1);
        return whole.length <= before.read
          ? { read: before.read, fresh: [] }
          : { read: whole.length, fresh: whole.slice(before.read).trim().split('\n') };
      },
      { read: 0, fresh: [] as string[] },
    ),
    concatMap(({ fresh }) => fresh.map((line) => JSON.parse(line) as T)),
  );
}
