import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatButtonModule } from '@angular/material/button';
import { firstValueFrom } from 'rxjs';
import type { ConversionHead, PlanAnswer } from '@kerabat/contract';
import { Api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { JobService } from '../../jobs/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { PlanDetail } from './plan-detail';

/** A conversion planned for the job's vehicle: pick one, settle its choices, and plan the job by it. */
@Component({
  selector: 'app-plan-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatSelectModule, MatFormFieldModule, MatButtonModule, ProblemLine, PlanDetail],
  template: `
    <app-problem-line [text]="problem()" />
    @if (!vehicle()) {
      <p class="needs-you">A conversion is planned for a vehicle: name it in Ask.</p>
    } @else {
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
            <button matButton="outlined" type="button" (click)="take(p)" [disabled]="p.applies === 'no'">
              Plan the job by this
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
  protected readonly choices = signal<Readonly<Record<string, string>>>({});
  protected readonly plan = signal<PlanAnswer | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly vehicle = computed(() => this.service.workspace()?.vehicle);
  protected readonly planned = computed(
    () => this.service.workspace()?.conversion?.id === this.id() && this.id() !== '',
  );
  private readonly snack = inject(MatSnackBar);
  private started = false;

  constructor() {
    void this.list();
    effect(() => {
      const w = this.service.workspace();
      if (!w || this.started) return;
      this.started = true;
      if (w.conversion) {
        this.id.set(w.conversion.id);
        this.choices.set(w.conversion.choices);
        void this.show();
      }
    });
  }

  private async list(): Promise<void> {
    try {
      this.conversions.set((await firstValueFrom(this.api.conversions())).conversions);
    } catch (error) {
      this.problem.set(problemOf(error).detail);
    }
  }

  protected choose(id: string): void {
    this.id.set(id);
    this.choices.set({});
    this.plan.set(undefined);
    if (id !== '') void this.show();
  }

  protected async option(choice: string, option: string): Promise<void> {
    this.choices.update((c) => ({ ...c, [choice]: option }));
    await this.show();
    // The job follows at once when it is planned by this.
    const plan = this.plan();
    if (this.planned() && plan) await this.take(plan);
  }

  private async show(): Promise<void> {
    const w = this.service.workspace();
    if (!w?.vehicle) return;
    try {
      const request = {
        vehicleId: w.vehicle.id,
        options: w.job.options,
        choices: { ...this.choices() },
        ...(w.job.built ? { built: w.job.built } : {}),
      };
      this.plan.set(await firstValueFrom(this.api.plan(this.id(), request)));
      this.problem.set(undefined);
    } catch (error) {
      this.problem.set(problemOf(error).detail);
    }
  }

  protected async take(plan: PlanAnswer): Promise<void> {
    const detail = plan.choices.map((c) => `${c.id}=${c.taken}`).join(';');
    this.problem.set(await this.service.decide('conversion', plan.id, plan.words, detail));
  }

  /** What was decided for the plan stays; one press brings the plan itself back. */
  protected async drop(): Promise<void> {
    const plan = this.plan();
    const problem = await this.service.undecide('conversion');
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
