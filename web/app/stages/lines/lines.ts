import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { JointSheet } from '../fit/joint-sheet';
import { StateMark } from '../../parts/state-mark';
import { JobService } from '../../jobs/job-service';

/** The unit's ports: thread, seat, the nut and the tubes they take. */
@Component({
  selector: 'app-lines-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, JointSheet, StateMark],
  template: `
    @if (work(); as w) {
      @if (w.ports.length > 0) {
        <h2>Ports of {{ w.chosen?.name ?? w.old?.name }}</h2>
        <div class="scroll" tabindex="0" role="region" aria-label="Ports">
          <table class="plain">
            <thead>
              <tr>
                <th>port</th>
                <th>feeds</th>
                <th>thread</th>
                <th>seat in the port</th>
                <th>nut</th>
                <th>tube it is made for</th>
                <th>wrench</th>
              </tr>
            </thead>
            <tbody>
              @for (p of w.ports; track p.position) {
                <tr>
                  <td>{{ p.position.replace('-', ' ') }}</td>
                  <td>{{ p.feeds ?? 'not recorded' }}</td>
                  <td class="mono">{{ p.thread ?? 'gauge it' }}</td>
                  <td>
                    {{ p.seat ?? 'look into it' }}
                    <div class="quiet small">{{ p.seatForm }}</div>
                  </td>
                  <td>{{ p.nutForm }}</td>
                  <td class="mono">{{ p.tubes.length ? p.tubes.join(', ') : 'none of the usual' }}</td>
                  <td class="mono">{{ p.hex }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        @if (drawn().length > 0) {
          <div class="sheets">
            @for (joint of drawn(); track joint.id) {
              <section [attr.aria-label]="joint.words">
                <h3><app-state-mark [state]="joint.state" [size]="16" /> {{ joint.words }}</h3>
                <app-joint-sheet [joint]="joint" [work]="w" [only]="[]" />
              </section>
            }
          </div>
        }
        <ul class="small">
          <li>The hex of a nut is a hint, never a proof: one wrench sits on nuts of several threads.</li>
          <li>Start every joint by hand and leave the unit loose until all lines have caught.</li>
          <li>A reused flare is turned home, loosened and turned home again, so that it beds on the new seat.</li>
          <li>Ports of one unit often differ on purpose, so that the lines cannot be exchanged.</li>
        </ul>
        <p>
          <a routerLink="../fit">Threads and seats against the vehicle’s lines are checked in Fit</a> ·
          <a routerLink="/tools">Read a thread under Tools</a>
        </p>
      } @else {
        <p>No ports are recorded for this unit, or none is known yet. <a routerLink="../identify">To Identify</a></p>
      }
    } @else {
      <p>Say first which unit this job is about. <a routerLink="../ask">To Ask</a></p>
    }
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    .sheets {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(26rem, 100%), 1fr));
      gap: 12px;
      margin: 8px 0;
    }
    section {
      min-width: 0;
    }
  `,
})
export class LinesStage {
  protected readonly service = inject(JobService);
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  /** Every line of the unit in its port, as it will be. */
  protected readonly drawn = computed(() => this.work()?.joints.filter((joint) => joint.drawn?.kind === 'port') ?? []);
}
