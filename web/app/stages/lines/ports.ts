import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { of, switchMap } from 'rxjs';
import type { SlotWork } from '@kerabat/contract';
import { printBoth } from '@kerabat/core/base/units';
import { tubesFor } from '@kerabat/core/named/tube';
import { Designs } from '../../api/designs';
import { DrawingView } from '../../drawing/drawing';
import { drawnUnit } from '../../drawing/drawn-unit';
import { JobService } from '../../job/job-service';
import { Cell, DataTable } from '../../parts/data-table';

type Port = SlotWork['ports'][number];
const FOREVER = 'the maker’s figure: none is recorded';

/**
 * The ports of the unit at a glance: where each sits, what it takes, with which wrench, how tight, how it is bled and
 * closed.
 */
@Component({
  selector: 'app-ports-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, DrawingView, RouterLink],
  templateUrl: './ports.html',
  styles: `
    .scroll {
      overflow-x: auto;
    }
  `,
})
export class PortsView {
  private readonly service = inject(JobService);
  private readonly designs = inject(Designs);
  protected readonly notKnown = FOREVER;
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  private readonly unitId = computed(() => this.work()?.chosen?.unitId ?? this.work()?.old?.unitId);
  private readonly design = toSignal(
    toObservable(this.unitId).pipe(switchMap((id) => (id === undefined ? of(undefined) : this.designs.get(id)))),
  );
  /** The unit, with what is known of its ports and nothing else. */
  protected readonly drawn = computed(() => {
    const design = this.design();
    if (!design) return undefined;
    const { drawing, values, labels } = drawnUnit(design);
    return { drawing, values, labels: new Map([...labels].filter(([key]) => key.startsWith('port-thread'))) };
  });
  /** Threads that differ keep lines apart, and that is meant. */
  protected readonly onPurpose = computed(() => {
    const threads = (this.work()?.ports ?? []).flatMap(({ thread }) => (thread ? [thread] : []));
    if (threads.length < 2) return undefined;
    return new Set(threads).size > 1
      ? 'Its ports differ on purpose: each takes its own line and no other.'
      : 'Its ports are alike: mark the lines before they come off, or they can be exchanged.';
  });
  protected readonly wrenches = computed(() => {
    const all = (this.service.workspace()?.work ?? []).flatMap(({ ports }) => ports);
    const by = new Map(all.flatMap(({ thread, hex }) => (thread ? [[thread, hex ?? 'try it']] : [])));
    return [...by].map(([thread, hex]) => `${hex} for ${thread}`).join('; ');
  });
  protected readonly both = printBoth;
  protected tubes({ thread }: Port): string {
    const tubes = thread === undefined ? [] : tubesFor(thread).map(({ tube }) => tube);
    return tubes.length === 0 ? 'none of the usual' : tubes.join(', ');
  }
}
