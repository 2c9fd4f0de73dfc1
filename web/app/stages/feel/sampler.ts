import { inject, Injectable, InjectionToken } from '@angular/core';
import { Observable } from 'rxjs';
import type { SampleAsk } from '@kerabat/core/feel';
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
