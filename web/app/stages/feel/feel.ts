import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { jobNumber } from '@kerabat/core/tell/words';
import { ClutchFeel } from '../../desks/feel/clutch-feel';
import type { TakenSetUp } from '../../desks/feel/feel-acts';
import { FeelBoard } from '../../desks/feel/feel-board';
import { JobService } from '../../job/job-service';
import { ProblemLine } from '../../parts/problem-line';

const CLUTCH_SLOTS: readonly string[] = ['clutch-master', 'slave'];

/** What the change of a job does to effort, travel, deceleration and balance; of a clutch, to its travel. */
@Component({
  selector: 'app-feel-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClutchFeel, FeelBoard, ProblemLine, RouterLink],
  template: `
    @if (service.workspace(); as w) {
      @if (onClutch() && w.feel.clutch) {
        <app-clutch-feel [clutch]="w.feel.clutch" [settings]="w.feel.limits" [name]="'' + w.job.id" />
      } @else if (w.feel.brake) {
        <app-problem-line [text]="problem()" />
        <app-feel-board
          [sheet]="w.feel"
          [name]="'feel-' + w.job.id"
          [title]="title()"
          [takes]="true"
          (taken)="take($event)"
        />
      } @else {
        <p>
          The feel is compared once there is a master in the chain.
          <a routerLink="../interchange">To Interchange</a>
        </p>
      }
    }
  `,
})
export class FeelStage {
  protected readonly service = inject(JobService);
  private readonly snack = inject(MatSnackBar);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly title = computed(() => {
    const w = this.service.workspace();
    if (!w) return '';
    const vehicle = w.vehicle ? `${w.vehicle.maker} ${w.vehicle.name}` : 'vehicle not known';
    return `Job ${jobNumber(w.job.id)}, ${w.job.asker}: ${vehicle}`;
  });

  /**
   * The master goes into the chain; what else would have to be so goes onto the list, to be asked or measured first.
   */
  protected async take({ name, master, conditions }: TakenSetUp): Promise<void> {
    const reason = `of the set-up “${name}” in Feel`;
    const problem =
      (master && (await this.service.decide('unit:brake-master', master.unitId, reason))) ??
      (conditions.length === 0 ? undefined : await this.service.addLine('ask', conditions.join('; '), reason));
    this.problem.set(problem);
    if (problem !== undefined) return;
    const said = [
      ...(master ? [`${master.name} chosen`] : []),
      ...(conditions.length > 0 ? ['conditions are on the list'] : []),
    ];
    this.snack.open(said.join('; '), undefined, { duration: 6000 });
  }

  protected readonly onClutch = computed(() => CLUTCH_SLOTS.includes(this.service.slot() ?? ''));
}
