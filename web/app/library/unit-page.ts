import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, forkJoin, map, of, switchMap } from 'rxjs';
import { KIND_WORDS } from '@kerabat/core/unit';
import { Api } from '../api/api';
import { problemOf } from '../api/problem';
import { designOf } from '../api/designs';
import { PartNumber } from '../parts/part-number';
import { ProblemLine } from '../parts/problem-line';
import { UnitDrawing } from '../parts/unit-drawing';
import { KinView } from '../stages/kin/kin-view';
import { SayKin } from './say-kin';

/** One unit: what is recorded of it, its numbers, its kin. */
@Component({
  selector: 'app-unit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KinView, PartNumber, ProblemLine, SayKin, UnitDrawing],
  template: `
    <div class="page">
      <app-problem-line [text]="problem()" />
      @if (both(); as b) {
        <h1>{{ b.unit.maker }} {{ b.unit.name }}</h1>
        <p class="quiet">{{ kinds[b.unit.kind] }} · {{ b.unit.source }}{{ b.unit.note ? ' · ' + b.unit.note : '' }}</p>
        <div class="two">
          <section aria-labelledby="facts">
            <h2 id="facts">Recorded</h2>
            <app-unit-drawing [label]="b.unit.name" [facts]="b.facts" />
            <table class="plain">
              <tbody>
                @for (f of b.unit.facts; track f.attribute + (f.position ?? '')) {
                  <tr>
                    <td>{{ f.words }}</td>
                    <td class="mono" [title]="f.source">{{ f.value }}</td>
                  </tr>
                }
              </tbody>
            </table>
            <h2>Numbers</h2>
            <table class="plain">
              <tbody>
                @for (n of b.unit.numbers; track n.id) {
                  <tr>
                    <td>{{ n.issuer }}</td>
                    <td><app-part-number [number]="n.written" /></td>
                    <td>{{ n.status }}{{ n.note ? ', ' + n.note : '' }}</td>
                  </tr>
                }
              </tbody>
            </table>
            <h2>Fitted to</h2>
            @for (v of b.unit.fitted; track v.vehicleId + v.slot) {
              <div>{{ v.vehicle }}</div>
            } @empty {
              <p class="quiet">No vehicle is recorded with it.</p>
            }
          </section>
          <section aria-labelledby="kin">
            <h2 id="kin">Kin</h2>
            <app-kin-view [kin]="b.kin" [name]="b.unit.name" (changed)="times.set(times() + 1)" />
            <app-say-kin [unitId]="b.unit.id" [name]="b.unit.name" (said)="times.set(times() + 1)" />
          </section>
        </div>
      }
    </div>
  `,
  styles: `
    .two {
      display: grid;
      grid-template-columns: minmax(20rem, 2fr) 3fr;
      gap: 28px;
    }
    h2 {
      margin-top: 10px;
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
  protected readonly problem = signal<string | undefined>(undefined);
  /** Grows when something was recorded: then all is read again. */
  protected readonly times = signal(0);
  protected readonly both = toSignal(
    toObservable(computed(() => ({ id: this.id(), times: this.times() }))).pipe(
      switchMap(({ id }) =>
        forkJoin({ unit: this.api.unit(id), kin: this.api.kin(id) }).pipe(
          map((both) => ({ ...both, facts: designOf(both.unit).facts })),
          catchError((error: unknown) => {
            this.problem.set(problemOf(error).detail);
            return of(undefined);
          }),
        ),
      ),
    ),
  );
}
