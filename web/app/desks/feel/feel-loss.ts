import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { pedalLossWords } from '@kerabat/core/tell/words';
import { pedalLoss, pushed } from '@kerabat/core/work/feel';
import { FeelCell } from './feel-cell';
import { type Entered, FeelDesk } from './feel-desk';

const FIELDS = [
  { key: 'push', words: 'push on the pedal', unit: 'N', least: 5, most: 1500, optional: true },
  { key: 'travel', words: 'pedal travel at it', unit: 'mm', least: 1, most: 300, optional: true },
] as const;
type Key = (typeof FIELDS)[number]['key'];

/** A pedal that goes further than it should on what is there now: the fluid that is lost, and what would explain it. */
@Component({
  selector: 'app-feel-loss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FeelCell],
  template: `
    <div class="row">
      @for (field of fields; track field.key) {
        <div>
          <span class="small">{{ field.words }}</span>
          <app-feel-cell
            [field]="field"
            name="measured"
            [entered]="entered(field.key)"
            (changed)="enter(field.key, $event)"
          />
        </div>
      }
    </div>
    @for (words of said(); track words) {
      <p>{{ words }}</p>
    }
  `,
  styles: `
    .row {
      display: flex;
      gap: 8px 20px;
    }
  `,
})
export class FeelLoss {
  private readonly desk = inject(FeelDesk);
  protected readonly fields = FIELDS;
  private readonly measured = signal<Readonly<Partial<Record<Key, number>>>>({});

  protected entered(key: Key): Entered | undefined {
    const value = this.measured()[key];
    return value === undefined ? undefined : { value, origin: 'typed' };
  }
  protected enter(key: Key, value: number | undefined): void {
    this.measured.update(({ [key]: _, ...rest }) => (value === undefined ? rest : { ...rest, [key]: value }));
  }

  protected readonly said = computed(() => {
    const { push, travel } = this.measured();
    const now = this.desk.worked().find(({ column }) => column.id === 'now');
    if (push === undefined || travel === undefined) return [];
    if (!now) return ['Cannot say: values of what is there now are missing.'];
    const point = pushed(push, now.vehicle, now.setUp, {}, this.desk.limits());
    if (point.pedalTravel === undefined)
      return [
        'Cannot say: how far each piston moves to its lining is not known, and with it the travel that should be.',
      ];
    const pressure = Math.max(point.frontPressure, point.rearPressure);
    const sizes = { pedalRatio: now.setUp.pedalRatio ?? now.vehicle.pedalRatio, bore: now.setUp.master.bore, pressure };
    return pedalLossWords(pedalLoss(point.pedalTravel, travel, sizes), point.pedalTravel, travel, pressure);
  });
}
