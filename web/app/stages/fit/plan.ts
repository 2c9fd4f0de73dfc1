import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatButtonModule } from '@angular/material/button';
import { concatMap, EMPTY, Subject, switchMap } from 'rxjs';
import type { ConversionHead, PlanAnswer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { JobService } from '../../job/job-service';
import { Answers } from '../../parts/answers';
import { focusWhenThere } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';
import { PlanDetail } from './plan-detail';

/** A conversion planned for the job's vehicle: pick one, settle its choices, and plan the job by it. */
@Component({
  selector: 'app-plan-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatSelectModule, MatFormFieldModule, MatButtonModule, Answers, ProblemLine, PlanDetail],
  template: `
    <app-problem-line [text]="problem()" />
    @if (!vehicle()) {
      <p class="needs-you">A conversion is planned for a vehicle: name it in Ask.</p>
    } @else {
      @if (inJob().length > (planned() ? 1 : 0)) {
        <app-answers label="Conversions of this job" [answers]="inJob()" [given]="id()" (told)="choose($event)" />
      }
      <div class="head">
        <mat-form-field class="which">
          <mat-label>Which conversion</mat-label>
          <mat-select [value]="id()" (valueChange)="choose($event)">
            @for (c of conversions(); track c.id) {
              <mat-option [value]="c.id">{{ c.words }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        @if (plan(); as p) {
          @if (planned()) {
            <a
              matButton="outlined"
              [href]="'/api/v1/jobs/' + service.workspace()?.job?.id + '/work-card.pdf'"
              target="_blank"
              rel="noopener"
              >Print the work card</a
            >
            <button matButton type="button" (click)="drop()">Drop the plan</button>
          } @else {
            <button matButton="filled" class="plan" type="button" (click)="press()" [disabled]="p.applies === 'no'">
              {{ inJob().length > 0 ? 'Plan the job by this too' : 'Plan the job by this' }}
            </button>
          }
        }
      </div>
      @if (plan(); as p) {
        <app-plan-detail
          [plan]="p"
          [planned]="planned()"
          (option)="option($event.choice, $event.option)"
          (fill)="fill($event.slot, $event.unitId, $event.number)"
        />
      } @else if (id() === '') {
        <p class="quiet">
          Pick a conversion to see what it takes on this vehicle. Nothing is decided until the job is planned by it.
        </p>
      }
    }
  `,
  styles: `
    .head {
      display: flex;
      gap: 12px;
      align-items: end;
      flex-wrap: wrap;
      /* The name of the list stands on its edge. */
      padding-top: 8px;
      margin-bottom: 8px;
    }
    .which {
      width: 24rem;
      max-width: 100%;
    }
  `,
})
export class PlanView {
  protected readonly service = inject(JobService);
  private readonly api = inject(Api);
  protected readonly conversions = signal<readonly ConversionHead[]>([]);
  protected readonly id = signal('');
  /** The one that was asked for, in the address. */
  readonly conversion = input<string>();
  protected readonly choices = signal<Readonly<Record<string, string>>>({});
  protected readonly plan = signal<PlanAnswer | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly vehicle = computed(() => this.service.workspace()?.vehicle);
  /** The conversions that the job is planned by. */
  protected readonly inJob = computed(() => this.service.workspace()?.conversions ?? []);
  protected readonly planned = computed(() => this.inJob().some(({ id }) => id === this.id()));
  private readonly snack = inject(MatSnackBar);
  private started = false;

  /**
   * Plans that are looked for, of which only the newest counts; and whether the job follows when it is planned by this.
   */
  private readonly wanted = new Subject<{ readonly follow: boolean }>();
  /** The job is to be planned by this: by the choices as they stand, of which the plan may still be on its way. */
  private pressed = false;

  constructor() {
    this.api
      .call('get', '/conversions')
      .pipe(outcome())
      .subscribe(({ answer, problem }) => {
        this.problem.set(problem);
        this.conversions.set(answer?.conversions ?? []);
      });
    this.wanted
      .pipe(
        switchMap(({ follow }) => this.asked(follow)),
        takeUntilDestroyed(),
      )
      .subscribe();
    effect(() => {
      const w = this.service.workspace();
      if (!w || this.started) return;
      this.started = true;
      const [first] = w.conversions;
      if (first && !this.conversion()) {
        this.choose(first.id);
      } else if (this.conversion()) {
        this.choose(this.conversion() ?? '');
        focusWhenThere('app-plan-view button.plan');
      }
    });
  }

  protected choose(id: string): void {
    this.pressed = false;
    this.id.set(id);
    this.choices.set(this.inJob().find((one) => one.id === id)?.choices ?? {});
    this.plan.set(undefined);
    if (id !== '') this.wanted.next({ follow: false });
  }

  protected option(choice: string, option: string): void {
    this.choices.update((c) => ({ ...c, [choice]: option }));
    this.wanted.next({ follow: true });
  }

  protected press(): void {
    this.pressed = true;
    this.wanted.next({ follow: true });
  }

  private asked(follow: boolean) {
    const w = this.service.workspace();
    if (!w?.vehicle) return EMPTY;
    const choices = { ...this.choices() };
    const request = {
      vehicleId: w.vehicle.id,
      options: w.job.options,
      choices,
      ...(w.job.built ? { built: w.job.built } : {}),
    };
    return this.api.call('post', '/conversions/{id}/plan', { at: { id: this.id() }, body: request }).pipe(
      outcome(),
      concatMap(({ answer, problem }) => {
        this.problem.set(problem);
        if (answer) this.plan.set(answer);
        const isTaken = this.pressed || (follow && this.planned());
        this.pressed = false;
        return answer && isTaken ? this.take(answer) : EMPTY;
      }),
    );
  }

  private async take(plan: PlanAnswer): Promise<void> {
    const detail = plan.choices.map((c) => `${c.id}=${c.taken}`).join(';');
    this.problem.set(await this.service.decide(this.subjectOf(plan.id), plan.id, plan.words, detail));
  }

  /** The decision that a conversion of the job rests on, or will. */
  private subjectOf(id: string): string {
    return this.inJob().find((one) => one.id === id)?.subject ?? `conversion:${id}`;
  }

  /** What was decided for the plan stays; one press brings the plan itself back. */
  protected async drop(): Promise<void> {
    const plan = this.plan();
    const problem = await this.service.undecide(this.subjectOf(this.id()));
    this.problem.set(problem);
    if (problem === undefined && plan)
      this.snack
        .open('Plan dropped', 'Undo', { duration: 10_000 })
        .onAction()
        .subscribe(() => void this.take(plan));
  }

  protected async fill(slot: string, unitId: string, number: string | undefined): Promise<void> {
    const problem = await this.service.decide(`unit:${slot}`, unitId, 'for the conversion', number);
    this.problem.set(problem);
  }
}
