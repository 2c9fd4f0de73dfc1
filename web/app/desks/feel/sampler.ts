import { inject, Injectable, InjectionToken, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, Observable, of, Subject, switchMap } from 'rxjs';
import type { SampleAsk, Sampled } from '@kerabat/core/work/feel';
import { problemOf } from '../../api/problem';
import type { FromSampler } from './feel.worker';

/** The thread that draws: a new one for each run, so that a run that is left has ended. */
export const SAMPLER_THREAD = new InjectionToken('sampler thread', {
  factory: () => (): Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'> =>
    new Worker(new URL('./feel.worker', import.meta.url), { type: 'module' }),
});

/** Draws what is not known many times in a thread of its own; the page stays free. */
@Injectable({ providedIn: 'root' })
export class Sampler {
  private readonly thread = inject(SAMPLER_THREAD);

  /** Says how far it is, and what came of it; leaving it ends the thread. */
  run(ask: SampleAsk): Observable<FromSampler> {
    return new Observable((listener) => {
      const thread = this.thread();
      thread.onmessage = ({ data }: MessageEvent<FromSampler>) => {
        listener.next(data);
        if ('sampled' in data) listener.complete();
      };
      thread.onerror = () => listener.error(new Error('The thread that draws has failed. Try again.'));
      thread.postMessage(ask);
      return () => thread.terminate();
    });
  }
}

/**
 * One run at a time: asked for, left off, how far it is, and what came of it. Another one takes its place; it ends with
 * its part of the page.
 */
export class Draws {
  /** What is to be drawn; undefined leaves off. */
  readonly asked = new Subject<SampleAsk | undefined>();
  /** Draws made so far; undefined while nothing is drawn. */
  readonly drawn = signal<number | undefined>(undefined);
  readonly problem = signal<string | undefined>(undefined);

  constructor(sampler: Sampler, done: (sampled: Sampled) => void) {
    this.asked
      .pipe(
        switchMap((ask) => {
          this.drawn.set(ask && 0);
          this.problem.set(undefined);
          return ask
            ? sampler.run(ask).pipe(catchError((error: unknown) => of({ problem: problemOf(error).detail })))
            : of(undefined);
        }),
        takeUntilDestroyed(),
      )
      .subscribe((said) => {
        if (said !== undefined && 'drawn' in said) return this.drawn.set(said.drawn);
        this.drawn.set(undefined);
        if (said === undefined) return;
        if ('problem' in said) this.problem.set(said.problem);
        else done(said.sampled);
      });
  }
}
