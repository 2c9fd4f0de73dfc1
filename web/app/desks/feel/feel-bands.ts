import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { skip } from 'rxjs';
import { bandWords } from '@kerabat/core/tell/words';
import type { Sampled } from '@kerabat/core/work/feel';
import { ProblemLine } from '../../parts/problem-line';
import { FeelDesk } from './feel-desk';
import { Draws, Sampler } from './sampler';

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
      @if (draws.drawn() === undefined) {
        <button matButton="outlined" type="button" (click)="draw()">Draw {{ samples }} times</button>
      } @else {
        <button matButton="outlined" type="button" (click)="draws.asked.next(undefined)">Cancel</button>
        <mat-progress-bar [value]="((draws.drawn() ?? 0) / samples) * 100" aria-label="Draws made" />
      }
    }
    <app-problem-line [text]="draws.problem()" />
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
  protected readonly samples = SAMPLES;
  private readonly sampled = signal<{ readonly of: Sampled; readonly names: readonly string[] } | undefined>(undefined);
  protected readonly draws = new Draws(inject(Sampler), (of) =>
    this.sampled.set({ of, names: this.desk.columns().map(({ name }) => name) }),
  );

  constructor() {
    // Bands of other values than those that are shown would be wrong.
    toObservable(this.desk.columns)
      .pipe(skip(1), takeUntilDestroyed())
      .subscribe(() => {
        this.sampled.set(undefined);
        this.draws.asked.next(undefined);
      });
  }

  protected draw(): void {
    this.draws.asked.next(this.desk.sampleAsk(SAMPLES));
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
