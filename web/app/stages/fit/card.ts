import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { JobService } from '../../job/job-service';
import { WorkSteps } from '../../parts/work-steps';

/** What is done, step by step, for whoever fits it: the same card that is printed, to read beside the vehicle. */
@Component({
  selector: 'app-card-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, WorkSteps],
  template: `
    @if (steps().length > 0) {
      <p class="small quiet">
        {{ steps().length }} steps, about {{ minutes() }} minutes as far as they are known. The maker’s own order and
        figures come first. <a matButton [href]="paper()" target="_blank" rel="noopener">Print it</a>
      </p>
      <app-work-steps [steps]="steps()" />
    } @else {
      <p>Nothing is taken apart yet: the card appears when a unit is chosen.</p>
    }
  `,
})
export class CardStage {
  private readonly service = inject(JobService);
  protected readonly steps = computed(() => this.service.workspace()?.workCard ?? []);
  protected readonly minutes = computed(() =>
    Math.round(this.steps().reduce((sum, step) => sum + (step.minutes ?? 0), 0)),
  );
  protected readonly paper = computed(() => `/api/v1/jobs/${this.service.workspace()?.job.id ?? ''}/work-card.pdf`);
}
