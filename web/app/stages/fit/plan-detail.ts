import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatStepperModule } from '@angular/material/stepper';
import type { PlanAnswer } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { Answers } from '../../parts/answers';
import { isNarrow } from '../../parts/narrow';
import { NowAndThen } from '../../parts/now-and-then';
import { WorkSteps } from '../../parts/work-steps';
import { MatButtonModule } from '@angular/material/button';

const DOES: Readonly<Record<string, string>> = {
  add: 'added',
  remove: 'taken out',
  cap: 'capped',
  keep: 'kept',
  move: 'moved over',
  perhaps: 'perhaps',
};

/** What a conversion takes on a vehicle, in the order in which it is settled: choices, roles, joints, parts, work. */
@Component({
  selector: 'app-plan-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Answers, MatButtonModule, MatStepperModule, NowAndThen, WorkSteps],
  templateUrl: './plan-detail.html',
  styleUrl: './plan-detail.scss',
})
export class PlanDetail {
  private readonly service = inject(JobService);
  readonly plan = input.required<PlanAnswer>();
  readonly planned = input(false);
  readonly option = output<{ choice: string; option: string }>();
  readonly fill = output<{ slot: string; unitId: string; number: string | undefined }>();

  protected readonly narrow = isNarrow();
  /** Once the job is planned by it, its units are the next to settle; before, its choices. */
  protected readonly step = linkedSignal((): number => (this.planned() && this.plan().choices.length > 0 ? 1 : 0));

  /** The brake as the job has it now and then, once it is planned by this. */
  protected readonly parts = computed(() => {
    const parts = this.service.workspace()?.chain.parts ?? [];
    return this.planned() && parts.length > 0 ? parts : undefined;
  });
  protected readonly changes = computed(() =>
    Object.entries(DOES)
      .map(([does, words]) => ({ words, list: this.plan().parts.filter((p) => p.does === does) }))
      .filter((group) => group.list.length > 0),
  );

  protected chosen = (slot: string): string | undefined =>
    this.service.workspace()?.work.find((w) => w.slot === slot)?.chosen?.unitId;
  protected sumOf(choice: string, option: string): string {
    const sum = this.plan()
      .sums.find((s) => s.choice === choice)
      ?.sums.find((s) => s.option === option);
    if (!sum) return '';
    return sum.total === undefined
      ? sum.missing.length > 0
        ? `sum not known: no price for ${sum.missing.join(', ')}`
        : ''
      : `${sum.total.toFixed(2)} = ${sum.working}`;
  }
}
