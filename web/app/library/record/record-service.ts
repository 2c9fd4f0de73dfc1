import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, defer, EMPTY, repeat, Subject, switchMap, takeWhile, type Observable } from 'rxjs';
import type { RecordNext } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';

/** How long to wait before asking again how far it is, in ms. */
const AGAIN = 500;

/** What to record next, asked again while it is being tried. */
@Injectable()
export class RecordService {
  private readonly api = inject(Api);
  private readonly looks = new Subject<'look' | 'try'>();
  readonly answer = signal<RecordNext | undefined>(undefined);
  readonly problem = signal<string | undefined>(undefined);

  constructor() {
    this.looks
      .pipe(
        switchMap((what) => this.untilDone(what)),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        this.answer.set(answer);
        this.problem.set(answer.problem);
      });
  }

  look(): void {
    this.looks.next('look');
  }
  begin(): void {
    this.looks.next('try');
  }

  private untilDone(what: 'look' | 'try'): Observable<RecordNext> {
    const look = defer(() => this.api.call('get', '/record-next')).pipe(
      repeat({ delay: AGAIN }),
      takeWhile(({ state }) => state === 'running', true),
    );
    return (what === 'try' ? this.api.call('post', '/record-next').pipe(switchMap(() => look)) : look).pipe(
      catchError((error: unknown) => {
        this.problem.set(problemOf(error).detail);
        return EMPTY;
      }),
    );
  }
}
