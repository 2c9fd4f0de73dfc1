import { AsyncPipe, DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { catchError, map, of, tap } from 'rxjs';
import { findSlot } from '@kerabat/core/strip';
import type { JobRow } from '@kerabat/contract';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { ProblemLine } from '../parts/problem-line';
import { StateMark } from '../parts/state-mark';

/** All jobs, the last touched first, each with what keeps it from being safe to order. */
@Component({
  selector: 'app-jobs-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AsyncPipe, DatePipe, RouterLink, MatButtonModule, StateMark, ProblemLine],
  template: `
    <div class="page">
      <div class="row head">
        <h1>Jobs</h1>
        <a matButton="filled" routerLink="/jobs/new">New job <kbd>n</kbd></a>
      </div>
      @if (state$ | async; as state) {
        <app-problem-line [text]="state.problem" />
        @if (state.jobs.length === 0 && !state.problem) {
          <p>No job yet. Press <kbd>n</kbd> and say who asks and what is wrong.</p>
        }
        @if (state.jobs.length > 0) {
          <table class="plain">
            <thead>
              <tr>
                <th>job</th>
                <th>who asks</th>
                <th>vehicle</th>
                <th>request</th>
                <th>where it stands</th>
                <th>touched</th>
              </tr>
            </thead>
            <tbody>
              @for (job of state.jobs; track job.id) {
                <tr>
                  <td>
                    <a class="mono" [routerLink]="['/jobs', job.id]">{{ four(job.id) }}</a>
                  </td>
                  <td>{{ job.asker }}</td>
                  <td>{{ job.vehicle }}</td>
                  <td>{{ job.request }} {{ slotWords(job.slot) }}</td>
                  <td>
                    @if (job.state === 'open') {
                      <span class="where" [class.open]="!job.safe">
                        @if (job.safe) {
                          <app-state-mark state="fits" [size]="16" />
                        }
                        {{ job.safety }}</span
                      >
                    } @else {
                      {{ job.state }}
                    }
                  </td>
                  <td class="small quiet">{{ job.updatedAt | date: 'd MMM, HH:mm' }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
      }
    </div>
  `,
  styles: `
    .head {
      justify-content: space-between;
      margin-bottom: 10px;
    }
    @media (max-width: 700px) {
      thead {
        display: none;
      }
      tr {
        display: grid;
        grid-template-columns: 52px 1fr;
        border-bottom: 1px solid var(--line);
      }
      td {
        border: 0;
        padding: 1px 8px;
        grid-column: 2;
      }
      td:first-child {
        grid-column: 1;
        grid-row: 1 / 6;
      }
    }
    kbd {
      font-family: var(--mono);
      font-size: 12px;
      opacity: 0.85;
      margin-left: 4px;
    }
    .where {
      display: flex;
      gap: 6px;
      align-items: start;
    }
    .where.open {
      border-left: 3px solid var(--fluid);
      padding-left: 8px;
    }
  `,
})
export class JobsList {
  protected readonly state$ = inject(Api)
    .jobs()
    .pipe(
      map(({ jobs }) => ({ jobs, problem: undefined as string | undefined })),
      catchError((error: unknown) => of({ jobs: [] as JobRow[], problem: problemOf(error).detail })),
      tap(() => requestAnimationFrame(() => performance.mark('jobs-list-painted'))),
    );

  protected four = (id: number): string => String(id).padStart(4, '0');
  protected slotWords = (slot: string): string => findSlot(slot)?.words ?? '';
}
