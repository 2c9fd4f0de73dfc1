import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';

const KEY = 'kerabat.person';

/** Who works here. Names are chosen, not proven; every entry carries one. */
@Injectable({ providedIn: 'root' })
export class Person {
  readonly name = signal(localStorage.getItem(KEY) ?? '');

  set(name: string): void {
    localStorage.setItem(KEY, name.trim());
    this.name.set(name.trim());
  }
}

/** Puts the person's name on every request that writes. */
export const personHeader: HttpInterceptorFn = (request, next) => {
  const name = inject(Person).name();
  if (request.method === 'GET' || name === '') return next(request);
  return next(request.clone({ setHeaders: { 'kerabat-person': encodeURIComponent(name) } }));
};
