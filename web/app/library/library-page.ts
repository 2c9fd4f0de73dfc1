import { AsyncPipe, DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { outcome } from '../api/problem';
import { ProblemLine } from '../parts/problem-line';
import { DemoData } from './demo-data';
import { UnitListPart } from './unit-list';

/** What the catalogue holds, where it comes from, and every unit in it. */
@Component({
  selector: 'app-library-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AsyncPipe, DatePipe, RouterLink, DemoData, ProblemLine, UnitListPart],
  template: `
    <div class="page">
      <h1>Library</h1>
      <p class="doors">
        <a routerLink="/library/bring-in">Bring in a list</a>
        <a routerLink="/library/audit">Audit: what contradicts itself, and who changed what</a>
        <span
          >Take all of it with you:
          @for (format of formats; track format) {
            <a [href]="api.exportOf(format)" download>{{ format.toUpperCase() }}</a>
          }
        </span>
      </p>
      <app-demo-data (changed)="changed()" />
      @if (summary$ | async; as s) {
        <app-problem-line [text]="s.problem" />
        @if (s.answer; as c) {
          <p>
            @for (count of counts(c.counts); track count[0]) {
              <span class="count"
                ><strong class="mono">{{ count[1] }}</strong> {{ count[0] }}</span
              >
            }
          </p>
          <div class="two">
            <section aria-labelledby="units">
              <h2 id="units">Units</h2>
              <app-unit-list [again]="times()" />
            </section>
            <section aria-labelledby="brought">
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
              <table class="plain">
                <tbody>
                  @for (source of c.sources; track source.id) {
                    <tr>
                      <td>{{ source.title }}</td>
                      <td class="small quiet">{{ source.kind.replace('-', ' ') }}</td>
                      <td class="mono small date">{{ source.date }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            </section>
          </div>
        }
      }
    </div>
  `,
  styles: `
    .count {
      margin-right: 16px;
    }
    .doors {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 24px;
      margin: 4px 0 8px;
    }
    .doors a + a {
      margin-left: 8px;
    }
    .date {
      white-space: nowrap;
    }
    .two {
      display: grid;
      grid-template-columns: 3fr 2fr;
      gap: 28px;
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
