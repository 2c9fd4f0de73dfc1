import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, defer, EMPTY, map, repeat, Subject, switchMap, takeWhile, tap, type Observable } from 'rxjs';
import type { AuditAnswer, HistoryAct, Settlement, UndoAnswer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { type Outcome, problemOf } from '../../api/problem';
import { Acting } from '../../parts/acting';

/** How long to wait before asking again how far an audit is, in ms. */
const AGAIN = 700;

/**
 * What the audit found, and who changed what. Looked at again after everything that is settled, and while an audit
 * runs.
 */
@Injectable()
export class Audit {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  private readonly looks = new Subject<void>();
  readonly answer = signal<AuditAnswer | undefined>(undefined);
  readonly acts = signal<readonly HistoryAct[]>([]);
  readonly problem = signal<string | undefined>(undefined);

  constructor() {
    this.looks
      .pipe(
        switchMap(() => this.untilMade()),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, acts }) => {
        this.answer.set(answer);
        this.acts.set(acts);
        this.problem.set(answer.problem);
      });
  }

  look(): void {
    this.looks.next();
  }

  /** Asked again until the audit has ended; a later look takes its place. */
  private untilMade(): Observable<{ answer: AuditAnswer; acts: readonly HistoryAct[] }> {
    return defer(() => this.api.call('get', '/audit')).pipe(
      repeat({ delay: AGAIN }),
      takeWhile(({ state }) => state === 'running', true),
      switchMap((answer) => this.api.call('get', '/history').pipe(map(({ acts }) => ({ answer, acts })))),
      catchError((error: unknown) => {
        this.problem.set(problemOf(error).detail);
        return EMPTY;
      }),
    );
  }

  /** Answers the sentence of what went wrong; undefined when it is settled. */
  settle = (settlement: Settlement): Observable<string | undefined> =>
    this.changed(this.api.call('post', '/audit/settle', { body: settlement }));
  withdraw = (id: number): Observable<string | undefined> =>
    this.changed(this.api.call('post', '/audit/acceptances/{id}/withdraw', { at: { id } }));
  /** Answers what stays although it was added, or the sentence of what went wrong. */
  undo = (id: number): Observable<Outcome<UndoAnswer>> =>
    this.acting.act(this.api.call('post', '/history/{id}/undo', { at: { id } })).pipe(tap(() => this.look()));

  private changed(write: Observable<unknown>): Observable<string | undefined> {
    return this.acting.act(write).pipe(
      tap(() => this.look()),
      map(({ problem }) => problem),
    );
  }
}
