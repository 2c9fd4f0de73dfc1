import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { JobService } from '../../jobs/job-service';

/** The unit's ports: thread, seat, the nut and the tubes they take. */
@Component({
  selector: 'app-lines-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (work(); as w) {
      @if (w.ports.length > 0) {
        <h2>Ports of {{ w.chosen?.name ?? w.old?.name }}</h2>
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
        <ul class="small">
          <li>The hex of a nut is a hint, never a proof: one wrench sits on nuts of several threads.</li>
          <li>Start every joint by hand and leave the unit loose until all lines have caught.</li>
          <li>A reused flare is turned home, loosened and turned home again, so that it beds on the new seat.</li>
          <li>Ports of one unit often differ on purpose, so that the lines cannot be exchanged.</li>
        </ul>
        <p>
          <a routerLink="../fit">Threads and seats against the vehicle’s lines are checked in Fit</a> ·
          <a routerLink="/bench">Read a thread on the Bench</a>
        </p>
      } @else {
        <p>No ports are recorded for this unit, or none is known yet. <a routerLink="../identify">To Identify</a></p>
      }
    } @else {
      <p>Say first which unit this job is about. <a routerLink="../ask">To Ask</a></p>
    }
  `,
})
export class LinesStage {
  protected readonly service = inject(JobService);
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
}
