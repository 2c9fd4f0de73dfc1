import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { forkJoin, map, switchMap } from 'rxjs';
import { KIND_WORDS } from '@kerabat/core/named/unit';
import { Api } from '../api/api';
import { designOf } from '../api/designs';
import { outcome } from '../api/problem';
import { InterchangeView } from '../desks/interchange/interchange-view';
import { DrawingView, NARROW } from '../drawing/drawing';
import { drawnUnit } from '../drawing/drawn-unit';
import { Zoomable } from '../drawing/zoomable';
import { Cell, DataTable } from '../parts/data-table';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';
import { Skeleton } from '../parts/skeleton';
import { AddInterchange } from './add-interchange';

/** One unit: what is recorded of it, its numbers, its interchange. */
@Component({
  selector: 'app-unit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, InterchangeView, PartNumber, ProblemLine, AddInterchange, DrawingView, Zoomable, Skeleton],
  templateUrl: './unit-page.html',
  styles: `
    .two {
      display: grid;
      grid-template-columns: minmax(0, 5fr) minmax(20rem, 3fr);
      gap: 16px;
      align-items: start;
    }
    .two > div {
      display: grid;
      gap: 16px;
    }
    section {
      min-width: 0;
    }
    .page > section {
      margin: 12px 0 16px;
    }
    h2 {
      margin-bottom: 8px;
    }
    @media (max-width: 760px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class UnitPage {
  private readonly api = inject(Api);
  readonly id = input.required<string>();
  protected readonly kinds = KIND_WORDS;
  /** How wide the drawing is, px; narrower than this it has numbers, and what they are stands below it. */
  protected readonly wide = signal(1000);
  protected readonly narrow = NARROW;
  /** Grows when something was recorded: then all is read again. */
  protected readonly times = signal(0);
  protected readonly state = toSignal(
    toObservable(computed(() => ({ id: this.id(), times: this.times() }))).pipe(
      switchMap(({ id }) =>
        forkJoin({
          unit: this.api.call('get', '/units/{id}', { at: { id } }),
          interchange: this.api.call('get', '/units/{id}/interchange', { at: { id }, query: { geometry: 20 } }),
        }).pipe(
          map((both) => ({ ...both, ...drawnUnit(designOf(both.unit)) })),
          outcome(),
        ),
      ),
    ),
  );
}
