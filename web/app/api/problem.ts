import { HttpErrorResponse } from '@angular/common/http';
import { catchError, from, map, of, switchMap, throwError, type Observable } from 'rxjs';
import type { Problem } from '@kerabat/contract';

/** The problem details in a failed answer; a sentence of our own when the server could not be reached. */
export function problemOf(error: unknown): Problem {
  if (error instanceof HttpErrorResponse && isProblem(error.error)) return error.error;
  if (error instanceof HttpErrorResponse && error.status === 0) {
    return {
      type: 'about:blank',
      title: 'No answer',
      status: 0,
      detail: 'Kerabat’s server does not answer. What you typed is still here; start the server and try again.',
    };
  }
  return {
    type: 'about:blank',
    title: 'Failed',
    status: 0,
    detail: error instanceof Error ? error.message : 'Something failed.',
  };
}

const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' && value !== null && 'detail' in value;

/** A refusal that came where a file was wanted: read as the words it is. */
export const refusedInWords = (error: unknown): Observable<never> =>
  error instanceof HttpErrorResponse && error.error instanceof Blob
    ? from(error.error.text()).pipe(
        switchMap((text) => throwError(() => new HttpErrorResponse({ status: error.status, error: readAsJson(text) }))),
      )
    : throwError(() => error);

function readAsJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}

/** What came of asking: the answer, or the sentence of what went wrong. */
export interface Outcome<T> {
  readonly answer?: T;
  readonly problem?: string;
}

/** Makes of a request one that never fails. */
export const outcome =
  <T>() =>
  (request: Observable<T>): Observable<Outcome<T>> =>
    request.pipe(
      map((answer): Outcome<T> => ({ answer })),
      catchError((error: unknown) => of({ problem: problemOf(error).detail })),
    );
