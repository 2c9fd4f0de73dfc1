import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import { printBoth, toBase } from '@kerabat/core/base/units';
import { boreName } from '@kerabat/core/named/bore';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';

/** What makers paired with these wheel units, before any formula: masters and boosters of vehicles on record. */
@Component({
  selector: 'app-paired',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine, RouterLink],
  template: `
    <app-problem-line [text]="state()?.problem" />
    @if (rows().length > 0) {
      <table class="plain">
        <thead>
          <tr>
            <th>vehicle on record</th>
            <th>master with these front wheel units</th>
            <th>bore</th>
            <th>booster</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.vehicle + row.unitId + row.booster) {
            <tr>
              <td>{{ row.vehicle }}</td>
              <td>
                <a [routerLink]="['/units', row.unitId]">{{ row.name }}</a>
              </td>
              <td class="mono">{{ row.size }}</td>
              <td>{{ row.booster ?? 'none on record' }}</td>
            </tr>
          }
        </tbody>
      </table>
    } @else if (state()) {
      <p class="small quiet">No vehicle on record has these front wheel units with a master.</p>
    }
  `,
  styles: `
    table {
      width: auto;
      margin-bottom: 10px;
    }
  `,
})
export class Paired {
  private readonly api = inject(Api);
  /** The front wheel unit by its key. */
  readonly unit = input.required<string>();
  protected readonly state = toSignal(
    toObservable(this.unit).pipe(switchMap((unit) => this.api.paired(unit).pipe(outcome()))),
  );
  protected readonly rows = computed(() =>
    (this.state()?.answer?.paired ?? []).map((row) => ({
      ...row,
      size: row.bore ? (boreName(toBase(row.bore)) ?? printBoth(row.bore)) : 'not known',
    })),
  );
}
