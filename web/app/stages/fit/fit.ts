import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
import { RouterOutlet } from '@angular/router';
import { JobService } from '../../job/job-service';
import { FIT_VIEWS } from '../../parts/stages';
import { SubViews } from '../../parts/sub-views';

/** Whether it will go together: the joints, what to measure, ways to close them, conversions, and the rod. */
@Component({
  selector: 'app-fit-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabsModule, RouterOutlet, SubViews],
  template: `
    <app-sub-views name="Fit" [views]="views()" [panel]="panel" />
    <mat-tab-nav-panel #panel><router-outlet /></mat-tab-nav-panel>
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
    const counts: Readonly<Record<string, string>> = {
      joints: open > 0 ? `${open} open` : '',
      look: looks > 0 ? String(looks) : '',
      measure: measure > 0 ? String(measure) : '',
      plan: (w?.conversions ?? []).length > 0 ? 'planned' : '',
    };
    return FIT_VIEWS.map((view) => ({ ...view, count: counts[view.path] ?? '' }));
  });
}
