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
  template: `
    <div class="page">
      <div class="row head">
        <h1>Library</h1>
        <a matButton="filled" routerLink="/library/bring-in">Bring in a list</a>
        <a matButton="outlined" routerLink="/library/audit" matTooltip="What contradicts itself, and who changed what"
          >Audit</a
        >
        <a matButton="outlined" routerLink="/library/record">What to record next</a>
        <a matButton="outlined" routerLink="/library/advice">How good is the advice</a>
        <button matButton="outlined" type="button" [matMenuTriggerFor]="formatsMenu">Export all</button>
        <mat-menu #formatsMenu>
          @for (format of formats; track format) {
            <a mat-menu-item [href]="api.exportOf(format)" download>{{ format.toUpperCase() }}</a>
          }
        </mat-menu>
      </div>
      <app-demo-data (changed)="changed()" />
      @if (summary$ | async; as s) {
        <app-problem-line [text]="s.problem" />
        @if (s.answer; as c) {
          <p class="holds">
            @for (count of counts(c.counts); track count[0]) {
              <span
                ><strong class="mono">{{ count[1] }}</strong> {{ count[0] }}</span
              >
            }
          </p>
          <div class="two">
            <section class="sheet" aria-labelledby="units">
              <h2 id="units">Units</h2>
              <app-unit-list [again]="times()" />
            </section>
            <section class="sheet" aria-labelledby="brought">
              <h2 id="brought">Brought in</h2>
              @for (i of c.imports; track i.loadedAt) {
                <p class="small">
                  {{ i.name }}, as of {{ i.dated }}: {{ i.added }} new, {{ i.changed }} changed{{
                    i.rejected > 0 ? ', ' + i.rejected + ' rejected' : ''
                  }}
                  <span class="quiet">{{ i.by }}, {{ i.loadedAt | date: 'd MMM y, HH:mm' }}</span>
                </p>
              } @empty {
                <p class="needs-you">
                  The catalogue is empty. Bring in a list, or load a folder of catalogue files:
                  <span class="mono">npm run import -- DIR</span>
                </p>
              }
              <h2 id="sources">Sources</h2>
              <app-data-table [rows]="c.sources" words="Sources">
                <ng-container *appCell="'title'; let source; of: c.sources">{{ source.title }}</ng-container>
                <ng-container *appCell="'kind'; let source; of: c.sources"
                  ><span class="quiet">{{ source.kind.replace('-', ' ') }}</span></ng-container
                >
                <ng-container *appCell="'as of'; let source; of: c.sources; figure: true">{{
                  source.date
                }}</ng-container>
              </app-data-table>
            </section>
          </div>
        }
      } @else {
        <app-skeleton />
      }
    </div>
  `,
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
    switchMap(() => this.api.catalogue().pipe(outcome())),
  );
  protected changed(): void {
    this.again.next();
    this.times.update((n) => n + 1);
  }

  protected counts(counts: Readonly<Record<string, number>>): [string, number][] {
    return Object.entries(counts).map(([name, n]) => [n === 1 ? name : `${name}s`, n]);
  }
}
