import { HttpErrorResponse } from '@angular/common/http';
import { catchError, map, of, type Observable } from 'rxjs';
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
