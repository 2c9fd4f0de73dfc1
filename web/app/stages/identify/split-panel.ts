import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SplitView } from '@kerabat/contract';
import { Folded } from '../../parts/folded';

/** A production change: which side this vehicle is of, and what has to come from the same side. */
@Component({
  selector: 'app-split-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Folded],
  template: `
    <app-folded [open]="!settled()">
      <span slot="title">Production change: {{ split().sentence }}</span>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">side</th>
            <th scope="col">built</th>
            <th scope="col">parts of this side</th>
            <th scope="col">here</th>
          </tr>
        </thead>
        <tbody>
          @for (side of split().sides; track side.set) {
            <tr>
              <th scope="row" class="mono">{{ side.set }}</th>
              <td class="built">{{ side.from ?? 'from the start' }} to {{ side.to ?? 'today' }}</td>
              <td>
                @for (u of side.units; track u.unitId) {
                  <div>{{ u.slotWords }}: {{ u.unitName }}</div>
                }
              </td>
              <td>{{ here(side.set) }}</td>
            </tr>
          }
        </tbody>
      </table>
    </app-folded>
  `,
  styles: `
    .built {
      white-space: nowrap;
    }
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
