import { AsyncPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { catchError, map, of } from 'rxjs';
import type { FeelSheet } from '@kerabat/contract';
import { settingsWith } from '@kerabat/core/named/settings';
import { feelLimits } from '@kerabat/core/work/feel';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { ClutchFeel } from '../desks/feel/clutch-feel';
import { FeelBoard } from '../desks/feel/feel-board';
import { ProblemLine } from '../parts/problem-line';

const BLANK: NonNullable<FeelSheet['brake']>['now'] = {
  kinds: { front: 'disc', rear: 'drum', assisted: true, stepped: false, valve: false },
  values: [],
  units: {},
  assumed: ['front', 'rear'],
};

interface Shown {
  readonly sheet?: FeelSheet;
  readonly problem?: string;
}

/** The comparison of the Feel stage on its own, with a blank vehicle. */
@Component({
  selector: 'app-feel-tool',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AsyncPipe, ClutchFeel, FeelBoard, ProblemLine],
  template: `
    <div class="page">
      <h1>Feel, with a blank vehicle</h1>
      @if (state$ | async; as state) {
        <app-problem-line [text]="state.problem" />
        @if (state.sheet) {
          <app-feel-board [sheet]="state.sheet" name="feel-tool" />
          <h2>A clutch, with blank values</h2>
          <app-clutch-feel [clutch]="clutch" [settings]="state.sheet.limits" name="tool" [inJob]="false" />
        }
      }
    </div>
  `,
})
export class FeelTool {
  protected readonly clutch = { now: {}, then: {} };
  protected readonly state$ = inject(Api)
    .call('get', '/settings')
    .pipe(
      map(({ settings }): Shown => ({
        sheet: {
          limits: feelLimits(settingsWith(Object.fromEntries(settings.map(({ key, value }) => [key, value])))),
          brake: { now: BLANK, then: BLANK },
        },
      })),
      catchError((error: unknown) => of<Shown>({ problem: problemOf(error).detail })),
    );
}
