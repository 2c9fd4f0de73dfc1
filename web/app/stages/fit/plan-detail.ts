import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import type { PlanAnswer } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { Folded } from '../../parts/folded';
import { WorkSteps } from '../../parts/work-steps';
import { MatButtonModule } from '@angular/material/button';

const DOES: Readonly<Record<string, string>> = {
  add: 'added',
  remove: 'taken out',
  cap: 'capped',
  keep: 'kept',
  move: 'moved over',
};

/** What a conversion takes on a vehicle, in the order in which it is settled: choices, roles, joints, parts, work. */
@Component({
  selector: 'app-plan-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Folded, MatRadioModule, MatButtonModule, WorkSteps],
  templateUrl: './plan-detail.html',
  styleUrl: './plan-detail.scss',
})
export class PlanDetail {
  private readonly service = inject(JobService);
  readonly plan = input.required<PlanAnswer>();
  readonly planned = input(false);
  readonly option = output<{ choice: string; option: string }>();
  readonly fill = output<{ slot: string; unitId: string; number: string | undefined }>();

  protected readonly parts = computed(() =>
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
