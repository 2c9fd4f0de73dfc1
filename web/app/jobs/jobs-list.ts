import { AsyncPipe, DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, effect, inject, viewChild } from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatPaginator, MatPaginatorModule } from '@angular/material/paginator';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableDataSource, MatTableModule } from '@angular/material/table';
import { MatButtonModule } from '@angular/material/button';
import { MatTooltipModule } from '@angular/material/tooltip';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  catchError,
  combineLatest,
  debounceTime,
  distinctUntilChanged,
  ignoreElements,
  map,
  of,
  startWith,
  Subject,
  switchMap,
  tap,
  timer,
} from 'rxjs';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
import type { JobRow } from '@kerabat/contract';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { inAddress } from '../parts/in-address';
import { ProblemLine } from '../parts/problem-line';
import { Skeleton } from '../parts/skeleton';
import { standingOfGrade } from '../parts/standing';
import { StateMark } from '../parts/state-mark';
import { FirstMinute } from './first-minute';

/** So long the list waits before it asks again while jobs are worked out anew, ms. */
const AGAIN_MS = 1500;

/** All jobs, the last touched first, each with what keeps it from being OK to order. */
@Component({
  selector: 'app-jobs-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatInputModule,
    MatFormFieldModule,
    FirstMinute,
    MatPaginatorModule,
    MatSortModule,
    MatTableModule,
    MatTooltipModule,
    AsyncPipe,
    DatePipe,
    ReactiveFormsModule,
    RouterLink,
    MatButtonModule,
    StateMark,
    ProblemLine,
    Skeleton,
  ],
  templateUrl: './jobs-list.html',
  styles: `
    .head {
      justify-content: space-between;
      margin-bottom: 10px;
    }
    @media (max-width: 700px) {
      :host ::ng-deep thead {
        display: none;
      }
      table,
      :host ::ng-deep tbody {
        display: block;
      }
      tr.mat-mdc-row {
        height: auto;
        padding: 8px 0;
        display: grid;
        grid-template-columns: 1fr auto;
        border-bottom: 1px solid var(--line);
      }
      td.mat-mdc-cell {
        border: 0;
        padding: 2px 12px;
        grid-column: 1 / 3;
      }
      td.mat-column-safety {
        grid-column: 1;
      }
      td.mat-column-id {
        grid-column: 2;
        grid-row: 1;
      }
      td.mat-column-updatedAt {
        display: none;
      }
    }
    table {
      width: 100%;
      border: 1px solid var(--line);
      border-radius: 8px;
      overflow: hidden;
    }
    mat-form-field {
      width: 24rem;
      max-width: 100%;
    }
    mat-paginator {
      background: none;
    }
    kbd {
      font-family: var(--mono);
      font-size: var(--size-small);
      opacity: 0.85;
      margin-left: 4px;
    }
    .when {
      white-space: nowrap;
    }
    td.mat-mdc-cell {
      padding-top: 8px;
      padding-bottom: 8px;
      vertical-align: top;
    }
    table,
    mat-form-field {
      background: var(--sheet);
    }
    .standing {
      display: flex;
      gap: 8px;
      align-items: center;
      font-weight: 600;
      white-space: nowrap;
    }
    .fallen {
      color: var(--nofit);
      white-space: nowrap;
    }
    .standing.safe {
      color: var(--fits);
    }
    .standing.on-listing {
      color: var(--change);
    }
    .standing.not-safe {
      color: var(--nofit);
    }
  `,
})
export class JobsList {
  private readonly api = inject(Api);
  private readonly wanted = inAddress('q');
  protected readonly words = new FormControl(this.wanted(), { nonNullable: true });
  protected readonly again = new Subject<void>();
  private readonly asked = this.words.valueChanges.pipe(
    debounceTime(60),
    startWith(this.words.value),
    map((words) => words.trim()),
    tap((words) => this.wanted.set(words)),
    distinctUntilChanged(),
  );
  protected readonly state$ = combineLatest([this.asked, this.again.pipe(startWith(undefined))]).pipe(
    switchMap(([q]) =>
      this.api.call('get', '/jobs', { query: { q } }).pipe(
        map((list) => ({ ...list, none: q === '' && list.total === 0, problem: undefined as string | undefined })),
        catchError((error: unknown) => of({ jobs: [], total: 0, none: false, problem: problemOf(error).detail })),
      ),
    ),
    tap(({ jobs }) => (this.rows.data = jobs)),
    // What the catalogue changed is worked out again meanwhile.
    switchMap((state) =>
      state.jobs.some(({ stale }) => stale)
        ? timer(AGAIN_MS).pipe(
            tap(() => this.again.next()),
            ignoreElements(),
            startWith(state),
          )
        : of(state),
    ),
    tap(() => requestAnimationFrame(() => performance.mark('jobs-list-painted'))),
  );

  protected readonly columns = ['safety', 'id', 'vehicle', 'request', 'next', 'updatedAt'];
  protected readonly rows = new MatTableDataSource<JobRow>();
  private readonly sorting = viewChild(MatSort);
  private readonly paging = viewChild(MatPaginator);

  constructor() {
    effect(() => {
      this.rows.sort = this.sorting() ?? null;
      this.rows.paginator = this.paging() ?? null;
    });
  }

  /** What changed for the worse under a job that nobody wrote to. */
  protected fallen = ({ was, grade, state }: JobRow): string => {
    const now = state === 'open' ? '' : ` · ${standingOfGrade(grade).words}`;
    return was === undefined ? '' : `was ${standingOfGrade(was).words}${now}`;
  };
  protected four = jobNumber;
  protected standing = standingOfGrade;
  protected slotWords = (slot: string): string => findSlot(slot)?.words ?? '';
}
