import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SplitView } from '@kerabat/contract';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';

/** A production change: which side this vehicle is of, and what has to come from the same side. */
@Component({
  selector: 'app-split-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, Folded],
  template: `
    <app-folded [open]="!settled()">
      <span slot="title">Production change: {{ split().sentence }}</span>
      <app-data-table [rows]="split().sides" words="Sides of the change">
        <ng-container *appCell="'side'; let side; of: split().sides; head: true"
          ><span class="mono">{{ side.set }}</span></ng-container
        >
        <ng-container *appCell="'built'; let side; of: split().sides"
          >{{ side.from ?? 'from the start' }} to {{ side.to ?? 'today' }}</ng-container
        >
        <ng-container *appCell="'parts of this side'; let side; of: split().sides">
          @for (u of side.units; track u.unitId) {
            <div>{{ u.slotWords }}: {{ u.unitName }}</div>
          }
        </ng-container>
        <ng-container *appCell="'here'; let side; of: split().sides">{{ here(side.set) }}</ng-container>
      </app-data-table>
    </app-folded>
  `,
})
export class SplitPanel {
  readonly split = input.required<SplitView>();
  protected readonly settled = computed(
    () => this.split().byUnit !== undefined && this.split().byUnit === this.split().byMonth,
  );

  protected here(set: string): string {
    const { byMonth, byUnit } = this.split();
    return [byMonth === set ? 'by the build month' : '', byUnit === set ? 'by the part that was found' : '']
      .filter((w) => w !== '')
      .join(', ');
  }
}
