import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { skip } from 'rxjs';
import { bandWords } from '@kerabat/core/tell/words';
import type { Sampled } from '@kerabat/core/work/feel';
import { Cell, DataTable } from '../../parts/data-table';
import { ProblemLine } from '../../parts/problem-line';
import { FeelDesk } from './feel-desk';
import { Draws, Sampler } from './sampler';

const SAMPLES = 20_000;

/** How sure the figures are: what is only assumed is drawn within its band, again and again. */
@Component({
  selector: 'app-feel-bands',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatButtonModule, MatProgressBarModule, ProblemLine],
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
      <app-data-table [rows]="rows()" words="Bands of the figures" aria-live="polite">
        <ng-container *appCell="'set-up'; let row; of: rows(); head: true">{{ row.name }}</ng-container>
        @for (heading of headings; track heading) {
          <ng-container *appCell="heading; let row; of: rows(); figure: true">{{ row.cells[$index] }}</ng-container>
        }
      </app-data-table>
      <p class="small quiet">The middle of {{ samples }} draws; ninety of a hundred lie between the two in brackets.</p>
    }
  `,
  styles: `
    mat-progress-bar {
      max-width: 24rem;
      margin: 6px 0;
    }
  `,
})
export class FeelBands {
  protected readonly desk = inject(FeelDesk);
  protected readonly samples = SAMPLES;
  protected readonly headings = ['effort of an everyday stop', 'pedal travel', 'effort, over now', 'travel, over now'];
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
