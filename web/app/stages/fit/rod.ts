import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RodTools } from '../../bench/rod-tools';
import { JobService } from '../../jobs/job-service';

/** Rod and clearance with what the job knows already filled in. */
@Component({
  selector: 'app-rod-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RodTools],
  template: `<app-rod-tools [recessText]="known('recess-depth')" [pinText]="known('booster-pin')" />`,
})
export class RodView {
  private readonly service = inject(JobService);
  private readonly checks = computed(() =>
    (this.service.workspace()?.work ?? []).flatMap((w) => w.joints).flatMap((j) => j.checks),
  );

  /** A length out of the checks' own words: "booster pin 13.4 mm · 0.5276 in". */
  protected known(name: 'recess-depth' | 'booster-pin'): string {
    const words = name === 'recess-depth' ? 'recess' : 'pin';
    const check = this.checks().find((c) => c.id === 'recess-depth' || c.id === 'booster-pin');
    const texts = [check?.vehicle, check?.unit].filter((t) => t !== undefined);
    const own = check?.id === name ? check.unit : texts.find((t) => t.includes(words));
    return /([\d.]+) mm/.exec(own ?? '')?.[1] ?? '';
  }
}
