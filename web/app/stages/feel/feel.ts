import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { JobService } from '../../jobs/job-service';
import { ClutchFeel } from './clutch-feel';
import { FeelBoard } from './feel-board';

const CLUTCH_SLOTS: readonly string[] = ['clutch-master', 'slave'];

/** What the change of a job does to effort, travel, deceleration and balance; of a clutch, to its travel. */
@Component({
  selector: 'app-feel-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClutchFeel, FeelBoard, RouterLink],
  template: `
    @if (service.workspace(); as w) {
      @if (onClutch() && w.feel.clutch) {
        <app-clutch-feel [clutch]="w.feel.clutch" [practice]="w.feel.limits" />
      } @else if (w.feel.brake) {
        <app-feel-board [sheet]="w.feel" [name]="'feel-' + w.job.id" />
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
  protected readonly onClutch = computed(() => CLUTCH_SLOTS.includes(this.service.slot() ?? ''));
}
