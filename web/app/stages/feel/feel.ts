import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { boreName } from '@kerabat/core/bore';
import { print, printBoth, toBase } from '@kerabat/core/units';
import { JobService } from '../../jobs/job-service';
import { LineChart, type Curve } from '../../parts/line-chart';
import { Folded } from '../../parts/folded';

/** What the change of bore does to pressure and travel. */
@Component({
  selector: 'app-feel-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Folded, RouterLink, LineChart],
  template: `
    @if (feel(); as f) {
      <h2>{{ f.summary.split(':')[0] }}</h2>
      <p>{{ f.summary }}</p>
      <div class="scroll" tabindex="0" role="region" aria-label="Figures">
        <table class="plain figures">
          <thead>
            <tr>
              <th><span class="hidden-text">figure</span></th>
              <th>now</th>
              <th>new</th>
              <th>new over now</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>bore</td>
              <td class="mono">{{ bore(f.from) }}</td>
              <td class="mono">{{ bore(f.to) }}</td>
              <td></td>
            </tr>
            <tr>
              <td>piston area</td>
              <td class="mono">{{ both(f.areaFrom) }}</td>
              <td class="mono">{{ both(f.areaTo) }}</td>
              <td class="mono">{{ (f.areaTo.value / f.areaFrom.value).toFixed(4) }}</td>
            </tr>
            <tr>
              <td>
                {{ f.kind === 'brake-master' ? 'line pressure, same rod force' : 'slave force, same pedal effort' }}
              </td>
              <td></td>
              <td></td>
              <td class="mono">{{ f.pressureRatio.toFixed(4) }}</td>
            </tr>
            <tr>
              <td>{{ f.kind === 'brake-master' ? 'piston travel, same fluid' : 'slave travel, same pedal travel' }}</td>
              <td></td>
              <td></td>
              <td class="mono">{{ f.travelRatio.toFixed(4) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <app-folded>
        <span slot="title">Working</span>
        <p class="mono small">{{ f.working }}</p>
        <p class="small">Line pressure p = F / A with A = π d² / 4; for the same volume the stroke is V / A.</p>
      </app-folded>
      @if (f.kind === 'brake-master') {
        <app-line-chart [curves]="curves()" xWords="force on the master's rod, N" yWords="line pressure, MPa" />
        <p class="small quiet">{{ chartWords() }}</p>
      }
      <p class="needs-you small">
        Front and rear must stay in balance, and a larger bore needs more effort: modified brakes may need an
        inspector’s approval.
      </p>
    } @else if (wheels(); as w) {
      <h2>Other wheel units</h2>
      <p>{{ w.sentence }}</p>
      <app-folded>
        <span slot="title">Working</span>
        <p class="mono small">{{ w.working }}</p>
        <p class="small">
          Force = pressure × piston area on one side; fluid for the same travel goes by the same area.
        </p>
      </app-folded>
      <p class="needs-you small">
        Front and rear must stay in balance: modified brakes may need an inspector’s approval.
      </p>
    } @else {
      <p>
        The feel is compared once the old bore is known and a unit is chosen.
        <a routerLink="../interchange">To Interchange</a>
      </p>
    }
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    .figures {
      max-width: 840px;
      margin: 8px 0;
    }
    .figures .mono {
      white-space: nowrap;
    }
    summary {
      cursor: pointer;
    }
    app-line-chart {
      max-width: 720px;
    }
  `,
})
export class FeelStage {
  protected readonly service = inject(JobService);
  protected readonly wheels = computed(() => this.service.focus()?.wheels);
  protected readonly feel = computed(() => {
    this.service.workspace();
    return this.service.focus()?.feel;
  });
  protected readonly curves = computed<Curve[]>(() => {
    const f = this.feel();
    if (!f) return [];
    const forces = [0, 1000, 2000, 3000, 4000, 5000, 6000];
    const curve = (name: string, area: number): Curve => ({
      name,
      points: forces.map((force) => [force, force / area]),
    });
    return [curve(`now, ${this.bore(f.from)}`, f.areaFrom.value), curve(`new, ${this.bore(f.to)}`, f.areaTo.value)];
  });
  protected readonly chartWords = computed(() => {
    const f = this.feel();
    if (!f) return '';
    const at = (area: number): string => printBoth({ value: 3000 / area, unit: 'MPa' });
    return `At 3000 N on the rod: ${at(f.areaFrom.value)} now, ${at(f.areaTo.value)} new.`;
  });
  protected both = printBoth;

  protected bore(q: { value: number; unit: 'mm' } | Parameters<typeof print>[0]): string {
    const base = toBase(q);
    return boreName(base) ?? printBoth(q);
  }
}
