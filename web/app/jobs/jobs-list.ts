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
  template: `
    <div class="page">
      <div class="row head">
        <h1>Jobs</h1>
        <a matButton="filled" routerLink="/jobs/new">New job <kbd>n</kbd></a>
      </div>
      @if (state$ | async; as state) {
        <app-problem-line [text]="state.problem" />
        @if (state.none) {
          <app-first-minute (changed)="again.next()" />
        } @else {
          <div class="row">
            <mat-form-field>
              <mat-label>Filter: who asks, vehicle, unit, number</mat-label>
              <input matInput autocomplete="off" maxlength="200" [formControl]="words" />
            </mat-form-field>
            @if (state.total > state.jobs.length) {
              <span class="small quiet" role="status"
                >The {{ state.jobs.length }} touched last of {{ state.total }} jobs; more words find an older one.</span
              >
            }
          </div>
          <table
            mat-table
            [hidden]="state.problem"
            [dataSource]="rows"
            matSort
            matSortActive="updatedAt"
            matSortDirection="desc"
            matSortDisableClear
          >
            <ng-container matColumnDef="safety">
              <th mat-header-cell *matHeaderCellDef><span class="hidden-text">how it stands</span></th>
              <td mat-cell *matCellDef="let job">
                @if (job.state === 'open') {
                  @if (standing(job.grade); as s) {
                    <span class="standing" [class]="s.look" [matTooltip]="job.safety">
                      <app-state-mark [state]="s.state" [size]="16" /> {{ s.words }}
                      <span class="hidden-text">{{ job.safety }}</span>
                    </span>
                  }
                } @else {
                  <span class="standing quiet">{{ job.state }}</span>
                }
                @if (job.was) {
                  <div class="small fallen" [matTooltip]="job.safety">
                    {{ fallen(job) }}<span class="hidden-text">: {{ job.safety }}</span>
                  </div>
                }
                @if (job.stale) {
                  <div class="small quiet">catalogue or settings changed since</div>
                }
              </td>
            </ng-container>
            <ng-container matColumnDef="id">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>job</th>
              <td mat-cell *matCellDef="let job">
                <a class="mono" [routerLink]="['/jobs', job.id]">{{ four(job.id) }}</a>
              </td>
            </ng-container>
            <ng-container matColumnDef="vehicle">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>vehicle</th>
              <td mat-cell *matCellDef="let job">
                <b>{{ job.vehicle }}</b>
                @if (job.identity) {
                  <span class="small quiet mono">{{ job.identity }}</span>
                }
                <div class="small quiet">{{ job.asker }}</div>
              </td>
            </ng-container>
            <ng-container matColumnDef="request">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>request</th>
              <td mat-cell *matCellDef="let job">{{ job.request }} {{ slotWords(job.slot) }}</td>
            </ng-container>
            <ng-container matColumnDef="next">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>next</th>
              <td mat-cell *matCellDef="let job">
                @if (job.next && job.state !== 'closed') {
                  <a [routerLink]="['/jobs', job.id]" [queryParams]="{ go: 'on' }">{{ job.next }}</a>
                }
              </td>
            </ng-container>
            <ng-container matColumnDef="updatedAt">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>touched</th>
              <td mat-cell *matCellDef="let job" class="small quiet when">
                {{ job.updatedAt | date: 'd MMM, HH:mm' }}
              </td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
            <tr mat-row *matRowDef="let job; columns: columns"></tr>
            <tr *matNoDataRow>
              <td [attr.colspan]="columns.length" class="quiet">No job has these words.</td>
            </tr>
          </table>
          @if (state.jobs.length > 25) {
            <mat-paginator [pageSize]="25" [pageSizeOptions]="[25, 100]" aria-label="Pages of jobs" />
          }
        }
      } @else {
        <app-skeleton />
      }
    </div>
  `,
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
      this.api.jobs(q).pipe(
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
