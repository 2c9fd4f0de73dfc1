import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LINE_FLARES, TUBE_NAMES } from '@kerabat/core/named/tube';
import type { TypedLine } from '../../desks/lines/line-form';
import { LineMaker } from '../../desks/lines/line-maker';
import { JobService } from '../../job/job-service';

/** A line to be made for this job, beginning with what its port and its tube are known to be. */
@Component({
  selector: 'app-make-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineMaker],
  template: `<app-line-maker [name]="'job-' + id()" [title]="title()" [start]="start()" [vehicle]="vehicle()" />`,
})
export class MakeView {
  private readonly service = inject(JobService);
  protected readonly id = computed(() => this.service.workspace()?.job.id ?? 0);
  protected readonly vehicle = computed(() => this.service.workspace()?.job.vehicleId ?? undefined);
  protected readonly title = computed(() => {
    const w = this.service.workspace();
    return w ? `Line for job ${w.job.id}, ${w.vehicle ? `${w.vehicle.maker} ${w.vehicle.name}` : w.job.asker}` : 'Line';
  });
  protected readonly start = computed((): Partial<TypedLine> | undefined => {
    this.service.workspace();
    const work = this.service.focus();
    const joint = work?.joints.find(({ drawn }) => drawn?.kind === 'port');
    const facts = joint?.drawn?.faces.flatMap((face) => face.facts) ?? [];
    const unit = joint?.drawn?.faces.find((face) => face.side === 'unit')?.facts ?? [];
    const tube = TUBE_NAMES.find((name) => facts.some((f) => f.attribute === 'tube' && f.value === name));
    const flare = LINE_FLARES.find((form) => unit.some((f) => f.attribute === 'port-seat' && f.value === form));
    const nut = unit.find((f) => f.attribute === 'port-thread')?.value;
    // Nobody has measured this line yet: nothing of how it runs is filled in.
    return {
      legs: [''],
      bends: [],
      ...(tube ? { tube } : {}),
      ...(flare ? { flares: [flare, flare] } : {}),
      ...(typeof nut === 'string' ? { nuts: [nut, nut] } : {}),
    };
  });
}
