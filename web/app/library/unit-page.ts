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
  template: `
    <div class="page">
      <app-problem-line [text]="state()?.problem" />
      @if (state()?.answer; as b) {
        <h1>{{ b.unit.maker }} {{ b.unit.name }}</h1>
        <p class="quiet">{{ kinds[b.unit.kind] }} · {{ b.unit.source }}{{ b.unit.note ? ' · ' + b.unit.note : '' }}</p>
        <section class="sheet" aria-label="Drawn to scale">
          <app-zoomable
            ><app-drawing
              [drawing]="b.drawing"
              [words]="b.unit.name + ', drawn to scale'"
              [labels]="b.labels"
              [mostHeight]="200"
              (wide)="wide.set($event)"
            >
              <ng-template let-label
                ><span class="mono small">{{ b.values.get(label.key) }}</span></ng-template
              >
            </app-drawing></app-zoomable
          >
          @if (wide() < narrow) {
            <ol class="small">
              @for (label of b.list; track label.key) {
                <li>
                  {{ label.words }} <b class="mono">{{ label.value }}</b>
                </li>
              }
            </ol>
          }
          @for (doubt of b.drawing.doubts; track doubt) {
            <p class="needs-you small">{{ doubt }}</p>
          }
        </section>
        <div class="two">
          <section class="sheet" aria-labelledby="interchange">
            <h2 id="interchange">Interchange</h2>
            <app-interchange-view
              [interchange]="b.interchange"
              [name]="b.unit.name"
              (changed)="times.set(times() + 1)"
            />
            <app-add-interchange [unitId]="b.unit.id" [name]="b.unit.name" (said)="times.set(times() + 1)" />
          </section>
          <div>
            <section class="sheet" aria-labelledby="numbers">
              <h2 id="numbers">Numbers</h2>
              <app-data-table [rows]="b.unit.numbers" words="Numbers" empty="It has no number of its own.">
                <ng-container *appCell="'number'; let n; of: b.unit.numbers"
                  ><app-part-number [number]="n.written"
                /></ng-container>
                <ng-container *appCell="'issued by'; let n; of: b.unit.numbers">{{ n.issuer }}</ng-container>
                <ng-container *appCell="'status'; let n; of: b.unit.numbers"
                  >{{ n.status }}{{ n.note ? ', ' + n.note : '' }}</ng-container
                >
              </app-data-table>
            </section>
            <section class="sheet" aria-labelledby="fitted">
              <h2 id="fitted">Fitted to</h2>
              @for (v of b.unit.fitted; track v.vehicleId + v.slot) {
                <div>{{ v.vehicle }}</div>
              } @empty {
                <p class="quiet">No vehicle is recorded with it.</p>
              }
            </section>
            <section class="sheet" aria-labelledby="facts">
              <h2 id="facts">Recorded</h2>
              <app-data-table [rows]="b.unit.facts" words="What is recorded">
                <ng-container *appCell="'what'; let f; of: b.unit.facts; head: true">{{ f.words }}</ng-container>
                <ng-container *appCell="'recorded'; let f; of: b.unit.facts; figure: true"
                  ><span [title]="f.source">{{ f.value }}</span></ng-container
                >
              </app-data-table>
            </section>
          </div>
        </div>
      } @else if (!state()) {
        <app-skeleton />
      }
    </div>
  `,
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
        forkJoin({ unit: this.api.unit(id), interchange: this.api.interchange(id) }).pipe(
          map((both) => ({ ...both, ...drawnUnit(designOf(both.unit)) })),
          outcome(),
        ),
      ),
    ),
  );
}
