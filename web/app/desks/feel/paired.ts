import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import { printBoth, toBase } from '@kerabat/core/base/units';
import { boreName } from '@kerabat/core/named/bore';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Cell, DataTable } from '../../parts/data-table';
import { ProblemLine } from '../../parts/problem-line';

/** What makers paired with these wheel units, before any formula: masters and boosters of vehicles on record. */
@Component({
  selector: 'app-paired',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, ProblemLine, RouterLink],
  template: `
    <app-problem-line [text]="state()?.problem" />
    @if (rows().length > 0) {
      <app-data-table [rows]="rows()" words="What makers paired with these wheel units">
        <ng-container *appCell="'vehicle on record'; let row; of: rows()">{{ row.vehicle }}</ng-container>
        <ng-container *appCell="'master with these front wheel units'; let row; of: rows()">
          <a [routerLink]="['/units', row.unitId]">{{ row.name }}</a>
        </ng-container>
        <ng-container *appCell="'bore'; let row; of: rows(); figure: true">{{ row.size }}</ng-container>
        <ng-container *appCell="'booster'; let row; of: rows()">{{ row.booster ?? 'none on record' }}</ng-container>
      </app-data-table>
    } @else if (state()) {
      <p class="small quiet">No vehicle on record has these front wheel units with a master.</p>
    }
  `,
})
export class Paired {
  private readonly api = inject(Api);
  /** The front wheel unit by its key. */
  readonly unit = input.required<string>();
  protected readonly state = toSignal(
    toObservable(this.unit).pipe(
      switchMap((unit) => this.api.call('get', '/units/{id}/paired', { at: { id: unit } }).pipe(outcome())),
    ),
  );
  protected readonly rows = computed(() =>
    (this.state()?.answer?.paired ?? []).map((row) => ({
      ...row,
      size: row.bore ? (boreName(toBase(row.bore)) ?? printBoth(row.bore)) : 'not known',
    })),
  );
}
