import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { JobService } from '../../job/job-service';
import { SubViews } from '../../parts/sub-views';

/** Whether it will go together: the joints, what to measure, ways to close them, conversions, and the rod. */
@Component({
  selector: 'app-fit-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, SubViews],
  template: `
    <app-sub-views name="Fit" [views]="views()" />
    <router-outlet />
  `,
})
export class FitStage {
  private readonly service = inject(JobService);

  protected readonly views = computed(() => {
    const w = this.service.workspace();
    const joints = (w?.work ?? []).flatMap((work) => work.joints);
    const open = joints.filter((j) => j.state === 'does-not-fit' || j.state === 'not-known').length;
    const measure = w?.measurements.length ?? 0;
    const looks = (w?.looks ?? []).filter((look) => look.answer === undefined).length;
    return [
      { path: 'joints', words: 'Joints', count: open > 0 ? `${open} open` : '' },
      { path: 'whole', words: 'The whole chain', count: '' },
      { path: 'look', words: 'What stays', count: looks > 0 ? String(looks) : '' },
      { path: 'measure', words: 'Measure before you order', count: measure > 0 ? String(measure) : '' },
      { path: 'card', words: 'Work card', count: '' },
      { path: 'close', words: 'All fixes together', count: '' },
      { path: 'plan', words: 'Conversion', count: w?.conversion ? 'planned' : '' },
      { path: 'rod', words: 'Rod and clearance', count: '' },
    ];
  });
}
