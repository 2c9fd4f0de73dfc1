import { AsyncPipe, DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltipModule } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { outcome } from '../api/problem';
import { Cell, DataTable } from '../parts/data-table';
import { ProblemLine } from '../parts/problem-line';
import { Skeleton } from '../parts/skeleton';
import { DemoData } from './demo-data';
import { UnitListPart } from './unit-list';

/** What the catalogue holds, where it comes from, and every unit in it. */
@Component({
  selector: 'app-library-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    AsyncPipe,
    DatePipe,
    MatButtonModule,
    MatMenuModule,
    MatTooltipModule,
    RouterLink,
    DemoData,
    ProblemLine,
    UnitListPart,
    Skeleton,
  ],
  templateUrl: './library-page.html',
  styles: `
    .head h1 {
      flex: 1;
    }
    .holds {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin: 8px 0 16px;
    }
    .date {
      white-space: nowrap;
    }
    section {
      min-width: 0;
      overflow-x: auto;
    }
    .two {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 16px;
      align-items: start;
    }
    @media (max-width: 760px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class LibraryPage {
  protected readonly api = inject(Api);
  protected readonly formats = ['csv', 'xlsx', 'json', 'graphml'];
  /** Grows when the catalogue is no longer what it was. */
  protected readonly times = signal(0);
  protected readonly again = new Subject<void>();
  protected readonly summary$ = this.again.pipe(
    startWith(undefined),
    switchMap(() => this.api.call('get', '/catalogue').pipe(outcome())),
  );
  protected changed(): void {
    this.again.next();
    this.times.update((n) => n + 1);
  }

  protected counts(counts: Readonly<Record<string, number>>): [string, number][] {
    return Object.entries(counts).map(([name, n]) => [n === 1 ? name : `${name}s`, n]);
  }
}
