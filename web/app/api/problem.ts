import { HttpErrorResponse } from '@angular/common/http';
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
