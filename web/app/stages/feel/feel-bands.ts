import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { catchError, map, of, skip, Subject, switchMap } from 'rxjs';
import type { Sampled } from '@kerabat/core/feel';
import { bandWords } from '@kerabat/core/words';
import { problemOf } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';
import { FeelDesk } from './feel-desk';
import { Sampler } from './sampler';

const SAMPLES = 20_000;

/** How sure the figures are: what is only assumed is drawn within its band, again and again. */
@Component({
  selector: 'app-feel-bands',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, ProblemLine],
  template: `
    @if (desk.assumed() === 0) {
      <p class="small quiet">No value is assumed: the figures have no band.</p>
    } @else {
      <p class="small">
        Assumed values are drawn within their bands, most often near what is usual. What set-ups share is drawn once for
        all of them, so a ratio has only the doubt that is its own.
      </p>
      @if (drawn() === undefined) {
        <button matButton="outlined" type="button" (click)="asked.next(true)">Draw {{ samples }} times</button>
      } @else {
        <button matButton="outlined" type="button" (click)="asked.next(false)">Cancel</button>
        <mat-progress-bar [value]="((drawn() ?? 0) / samples) * 100" aria-label="Draws made" />
      }
    }
    <app-problem-line [text]="problem()" />
    @if (rows().length > 0) {
      <table class="plain" aria-live="polite">
        <thead>
          <tr>
            <th>set-up</th>
            <th>effort of an everyday stop</th>
            <th>pedal travel</th>
            <th>effort, over now</th>
            <th>travel, over now</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              @for (cell of row.cells; track $index) {
                <td class="mono">{{ cell }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
      <p class="small quiet">The middle of {{ samples }} draws; ninety of a hundred lie between the two in brackets.</p>
    }
  `,
  styles: `
    table {
      width: auto;
      margin-top: 6px;
    }
    mat-progress-bar {
      max-width: 24rem;
      margin: 6px 0;
    }
  `,
})
export class FeelBands {
  protected readonly desk = inject(FeelDesk);
  private readonly sampler = inject(Sampler);
  protected readonly samples = SAMPLES;
  /** True to draw, false to leave off. */
  protected readonly asked = new Subject<boolean>();
  protected readonly drawn = signal<number | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly sampled = signal<{ readonly of: Sampled; readonly names: readonly string[] } | undefined>(undefined);

  constructor() {
    this.asked
      .pipe(
        switchMap((draws) => {
          this.drawn.set(draws ? 0 : undefined);
          this.problem.set(undefined);
          const names = this.desk.columns().map(({ name }) => name);
          if (!draws) return of(undefined);
          return this.sampler.run(this.desk.sampleAsk(SAMPLES)).pipe(
            map((said) => ({ ...said, names })),
            catchError((error: unknown) => of({ problem: problemOf(error).detail })),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((said) => {
        if (said === undefined) return;
        if ('drawn' in said) return this.drawn.set(said.drawn);
        this.drawn.set(undefined);
        if ('problem' in said) this.problem.set(said.problem);
        else this.sampled.set({ of: said.sampled, names: said.names });
      });
    // Bands of other values than those that are shown would be wrong.
    toObservable(this.desk.columns)
      .pipe(skip(1), takeUntilDestroyed())
      .subscribe(() => {
        this.sampled.set(undefined);
        this.asked.next(false);
      });
  }

  protected readonly rows = computed(() =>
    (this.sampled()?.of.setUps ?? []).map((one, i) => ({
      name: this.sampled()?.names[i] ?? '',
      cells: [
        one.effort ? bandWords(one.effort, 'N') : 'cannot say',
        one.travel ? bandWords(one.travel, 'mm') : 'cannot say',
        i === 0 ? '' : one.effortRatio ? bandWords(one.effortRatio, '×') : 'cannot say',
        i === 0 ? '' : one.travelRatio ? bandWords(one.travelRatio, '×') : 'cannot say',
      ],
    })),
  );
}
