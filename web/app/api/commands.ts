import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { retry, throwError, timer } from 'rxjs';

/** A write that did not arrive is sent again so often, each time after so many ms: it is made once all the same. */
const AGAIN = 2;
const AFTER_MS = 250;

/** Every write of a job has a name of its own, under which it may be sent again when the line broke. */
export const commandOfWrite: HttpInterceptorFn = (request, next) => {
  const isWrite = request.method !== 'GET' && /^\/api\/v1\/jobs(\/|$)/.test(request.url);
  if (!isWrite || request.url.endsWith('/solve')) return next(request);
  const headers = { 'idempotency-key': crypto.randomUUID(), 'kerabat-device-at': new Date().toISOString() };
  const lost = (error: unknown) => error instanceof HttpErrorResponse && error.status === 0;
  return next(request.clone({ setHeaders: headers })).pipe(
    retry({ count: AGAIN, delay: (error) => (lost(error) ? timer(AFTER_MS) : throwError(() => error)) }),
  );
};
