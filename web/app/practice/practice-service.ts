import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of } from 'rxjs';
import { practiceWith, STANDARD_PRACTICE, type Practice } from '@kerabat/core/practice';
import { Api } from '../api/api';

/** The workshop's figures for what is computed in the browser; the shipped ones until the server has answered. */
@Injectable()
export class PracticeService {
  readonly current = toSignal<Practice, Practice>(
    inject(Api)
      .practice()
      .pipe(
        map(({ settings }) => practiceWith(Object.fromEntries(settings.map((s) => [s.key, s.value])))),
        catchError(() => of(STANDARD_PRACTICE)),
      ),
    { initialValue: STANDARD_PRACTICE },
  );
}
