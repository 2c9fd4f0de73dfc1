import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RodTools } from '../../desks/rod/rod-tools';
import { JobService } from '../../job/job-service';

/** Rod and clearance with what the job knows already filled in. */
@Component({
  selector: 'app-rod-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RodTools],
  template: `<app-rod-tools [recessText]="known('recess-depth')" [pinText]="known('booster-pin')" />`,
})
export class RodView {
  private readonly service = inject(JobService);
  private readonly faces = computed(
    () =>
      (this.service.workspace()?.work ?? []).flatMap((w) => w.joints).find((j) => j.drawn?.kind === 'push')?.drawn
        ?.faces,
  );

  /** A length that the job knows, as it would be typed. */
  protected known(name: 'recess-depth' | 'booster-pin'): string {
    const value = this.faces()
      ?.flatMap((face) => face.facts)
      .find((fact) => fact.attribute === name)?.value;
    return typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : '';
  }
}
