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
  template: `
    @if (work(); as w) {
      @if (w.ports.length > 0) {
        <h2>Ports of {{ w.chosen?.name ?? w.old?.name }}</h2>
        @if (drawn(); as d) {
          <app-drawing
            [drawing]="d.drawing"
            words="the unit with its ports where they sit"
            [labels]="d.labels"
            [mostHeight]="140"
            [mostScale]="3"
          >
            <ng-template let-label
              ><span class="small mono">{{ d.values.get(label.key) }}</span></ng-template
            >
          </app-drawing>
        }
        @if (onPurpose(); as words) {
          <p>{{ words }}</p>
        }
        <div class="scroll" tabindex="0" role="region" aria-label="Ports">
          <app-data-table [rows]="w.ports" words="Ports">
            <ng-container *appCell="'port'; let p; of: w.ports; head: true">{{
              p.position.replace('-', ' ')
            }}</ng-container>
            <ng-container *appCell="'feeds'; let p; of: w.ports">{{ p.feeds ?? 'not recorded' }}</ng-container>
            <ng-container *appCell="'thread'; let p; of: w.ports"
              ><span class="mono">{{ p.thread ?? 'gauge it' }}</span></ng-container
            >
            <ng-container *appCell="'seat in the port'; let p; of: w.ports">
              {{ p.seat ?? 'look into it' }}
              <div class="quiet small">{{ p.seatForm }}</div>
            </ng-container>
            <ng-container *appCell="'nut, and the tube it is made for'; let p; of: w.ports">
              <span class="mono">{{ tubes(p) }}</span>
              <div class="quiet small">{{ p.nutForm }}</div>
            </ng-container>
            <ng-container *appCell="'flare nut wrench or crowfoot'; let p; of: w.ports"
              ><span class="mono">{{ p.hex ?? 'try it' }}</span></ng-container
            >
            <ng-container *appCell="'how tight'; let p; of: w.ports">
              @if (p.torque; as t) {
                <span class="mono">{{ both(t.least) }} to {{ both(t.most) }}</span>
                <div class="quiet small">{{ t.source }}</div>
              } @else {
                <span class="quiet small">{{ notKnown }}</span>
              }
            </ng-container>
            <ng-container *appCell="'bled by'; let p; of: w.ports"
              ><span class="mono">{{ p.bleedBy ?? (p.thread ? 'no number' : '') }}</span></ng-container
            >
            <ng-container *appCell="'plug'; let p; of: w.ports"
              ><span class="mono">{{ p.plugBy ?? (p.thread ? 'no number' : '') }}</span></ng-container
            >
            <ng-container *appCell="'act'; let p; of: w.ports; unseen: true">
              <a
                routerLink="../ways"
                [queryParams]="{ port: p.position }"
                [attr.aria-label]="'Ways from port ' + p.position.replace('-', ' ')"
                >Ways</a
              >
            </ng-container>
          </app-data-table>
        </div>
        <p class="small"><b>Wrenches for everything on this job:</b> {{ wrenches() }}</p>
        <ul class="small">
          <li>The hex of a nut is a hint, never a proof: one wrench sits on nuts of several threads.</li>
          <li>Start every joint by hand and leave the unit loose until all lines have caught.</li>
          <li>A reused flare is turned home, loosened and turned home again, so that it beds on the new seat.</li>
          <li>A pressure cap for bleeding goes by the neck of the reservoir: none is recorded here, so measure it.</li>
        </ul>
        <p>
          <a routerLink="../../fit">Threads and seats against the vehicle’s lines are checked in Fit</a> ·
          <a routerLink="/tools/thread">Name a thread under Tools</a>
        </p>
      } @else {
        <p>No ports are recorded for this unit, or none is known yet. <a routerLink="../../identify">To Identify</a></p>
      }
    } @else {
      <p>Say first which unit this job is about. <a routerLink="../../ask">To Ask</a></p>
    }
  `,
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
