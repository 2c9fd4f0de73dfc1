import { HttpClient, HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, map, merge, of, Subject, switchMap, tap, timer, type Observable } from 'rxjs';
import type { Health } from '@kerabat/contract';

/** How often the server is asked whether what is entered can be kept, in ms. */
const EVERY = 20_000;

/** Requests that failed because the server could not do them just now: a reason to ask how it is at once. */
@Injectable({ providedIn: 'root' })
export class Trouble {
  readonly seen = new Subject<void>();
}

/** Tells of every answer that says "not now", and of every one that does not come. */
export const troubleSeen: HttpInterceptorFn = (request, next) => {
  const trouble = inject(Trouble);
  return next(request).pipe(
    tap({
      error: (error: unknown) => {
        if (error instanceof HttpErrorResponse && [0, 503, 507].includes(error.status) && request.url !== '/health')
          trouble.seen.next();
      },
    }),
  );
};

/** Whether what is entered can be kept: nothing to say while it can, otherwise the sentence for everybody to see. */
@Injectable({ providedIn: 'root' })
export class ServerHealth {
  private readonly http = inject(HttpClient);
  private readonly asked = merge(timer(0, EVERY), inject(Trouble).seen.pipe(debounceTime(50)));
  readonly sentence = toSignal(this.asked.pipe(switchMap(() => this.look())), { initialValue: '' });

  private look(): Observable<string> {
    return this.http.get<Health>('/health').pipe(
      map(({ detail }) => detail),
      catchError((error: unknown) => of(sentenceOf(error))),
    );
  }
}

function sentenceOf(error: unknown): string {
  if (error instanceof HttpErrorResponse && error.status === 0)
    return 'Kerabat’s server does not answer. What you typed is kept here; start the server again.';
  const said: unknown = error instanceof HttpErrorResponse ? error.error : undefined;
  return typeof said === 'object' && said !== null && 'detail' in said
    ? String(said.detail)
    : 'Kerabat’s server has a fault: look at its log.';
}
