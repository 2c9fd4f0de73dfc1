import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { HoseBench } from '../../desks/lines/hose-bench';
import { JobService } from '../../job/job-service';

/** A hose for this job. */
@Component({
  selector: 'app-hose-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HoseBench],
  template: `<app-hose-bench [name]="'job-' + id()" [example]="false" />`,
})
export class HoseView {
  private readonly service = inject(JobService);
  protected readonly id = computed(() => this.service.workspace()?.job.id ?? 0);
}
