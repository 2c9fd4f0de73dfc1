import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { distinctUntilChanged, of, switchMap } from 'rxjs';
import type { GeometricView, InterchangeEntry } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { InterchangeView } from '../../desks/interchange/interchange-view';
import { JobService } from '../../job/job-service';
import { PartNumber } from '../../parts/part-number';
import { ProblemLine } from '../../parts/problem-line';

/** Which other numbers and units would do; choosing one puts it, with its conditions, on the parts list. */
@Component({
  selector: 'app-interchange-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, InterchangeView, PartNumber, ProblemLine],
  template: `
    @if (work(); as w) {
      @if (w.old; as old) {
        <div class="row">
          <h2>{{ old.maker }} {{ old.name }}</h2>
          @if (old.number) {
            <app-part-number [number]="old.number" />
          }
          <button matButton="outlined" type="button" (click)="choose(old.unitId, 'same as fitted', old.number)">
            Order this one
          </button>
        </div>
        <app-problem-line [text]="problem() ?? state()?.problem" />
        @if (w.chosen; as chosen) {
          <p class="chosen">
            Chosen: <strong>{{ chosen.maker }} {{ chosen.name }}</strong
            >&ngsp;
            @if (chosen.number) {
              <app-part-number [number]="chosen.number" />
            }
            <button matButton type="button" (click)="takeBack()">Undo</button>
            <a routerLink="../fit">On to Fit</a>
          </p>
        }
        @if (state()?.answer; as k) {
          <app-interchange-view
            [interchange]="k"
            [name]="old.name"
            [jobId]="service.workspace()?.job?.id"
            [choosable]="true"
            (chosen)="chooseInterchange($event)"
            (chosenByGeometry)="chooseUnproven($event)"
            (changed)="again()"
          />
        }
      } @else {
        <p class="needs-you">
          It is not settled what is on the vehicle. <a routerLink="../identify">Identify it first</a>; interchange of a
          guess is a guess.
        </p>
      }
    } @else {
      <p>Say first which unit this job is about. <a routerLink="../ask">To Ask</a></p>
    }
  `,
  styles: `
    .chosen {
      margin: 6px 0;
    }
  `,
})
export class InterchangeStage {
  private readonly api = inject(Api);
  protected readonly service = inject(JobService);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly times = signal(0);
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  protected readonly state = toSignal(
    toObservable(computed(() => ({ id: this.work()?.old?.unitId, times: this.times() }))).pipe(
      distinctUntilChanged((a, b) => a.id === b.id && a.times === b.times),
      switchMap(({ id }) =>
        id === undefined
          ? of(undefined)
          : this.api.call('get', '/units/{id}/interchange', { at: { id }, query: { geometry: 20 } }).pipe(outcome()),
      ),
    ),
  );

  /** What was recorded changes the trust of the interchange, and whether an order is safe. */
  protected again(): void {
    this.times.update((n) => n + 1);
    void this.service.load(this.service.workspace()?.job.id ?? 0);
  }

  protected chooseUnproven(unit: GeometricView): Promise<void> {
    return this.choose(unit.unitId, `by geometry, unproven: ${unit.matched} joints match`, unit.numbers[0]);
  }

  protected chooseInterchange(entry: InterchangeEntry): Promise<void> {
    const how = { same: 'the same unit', 'drop-in': 'drop-in', 'with-changes': 'with changes', 'does-not-fit': '' }[
      entry.grade
    ];
    return this.choose(entry.unitId ?? '', `${how}, trust ${entry.trust.toFixed(2)}`, entry.numbers[0]?.written);
  }

  protected async choose(unitId: string, reason: string, number?: string): Promise<void> {
    this.problem.set(await this.service.decide(`unit:${this.service.slot() ?? ''}`, unitId, reason, number));
  }

  protected async takeBack(): Promise<void> {
    this.problem.set(await this.service.undecide(`unit:${this.service.slot() ?? ''}`));
  }
}
