import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AttributeName } from '@kerabat/core/attribute';
import { STANDS } from '@kerabat/core/caution';
import { findSlot } from '@kerabat/core/strip';
import { GROUP_WORDS, type MeasureGroup } from '@kerabat/core/fit';
import { isDrawn } from '@kerabat/core/sketch';
import { JobService } from '../../jobs/job-service';
import { SketchDrawing } from '../../parts/sketch';
import { MeasureField } from './measure-field';

/** The shortest list of measurements that turns every dotted joint, with room to enter them next to the vehicle. */
@Component({
  selector: 'app-measure-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MeasureField, SketchDrawing],
  template: `
    @if (service.workspace(); as w) {
      <div class="row head">
        <p>
          @if (w.measurements.length > 0) {
            {{ w.measurements.length }}
            {{ w.measurements.length === 1 ? 'measurement turns' : 'measurements turn' }} every dotted joint, about
            {{ minutes() }} minutes. A ruler cannot confirm tenths: say <code>cal</code> or <code>ruler</code> after the
            figure.
          } @else if (dotted() > 0) {
            {{ dotted() }} {{ dotted() === 1 ? 'joint is' : 'joints are' }} dotted, but where they are something does
            not fit and has no way out: settle that first, or choose another unit.
          } @else {
            No joint is dotted: nothing has to be measured first.
          }
        </p>
        <a matButton="outlined" [href]="'/api/v1/jobs/' + w.job.id + '/measure.pdf'" target="_blank" rel="noopener"
          >Print the sheet</a
        >
      </div>
      @if (stands()) {
        <p class="needs-you small">{{ standing }}</p>
      }
      @for (group of groups(); track group.id) {
        <h2>{{ group.words }}</h2>
        <ul class="plain">
          @for (m of group.list; track m.key) {
            <li>
              @if (drawn(m.attribute)) {
                <app-sketch [attribute]="m.attribute" />
              } @else {
                <span></span>
              }
              <div>
                <app-measure-field [measure]="m" />
                <div class="small quiet">
                  {{ place(m.slot) }} · about {{ m.minutes }} min · turns {{ m.turns.join(', ') }}
                </div>
              </div>
            </li>
          }
        </ul>
      }
    }
  `,
  styles: `
    .head {
      display: flex;
      gap: 12px;
      align-items: baseline;
      justify-content: space-between;
    }
    .head p {
      margin: 0 0 4px;
    }
    h2 {
      font-size: 14px;
      margin: 8px 0 2px;
    }
    li {
      display: grid;
      grid-template-columns: 96px minmax(0, 1fr);
      gap: 12px;
      align-items: center;
      border-bottom: 1px solid var(--line);
      padding: 5px 0;
    }
    @media (max-width: 700px) {
      .head {
        display: block;
      }
      li {
        grid-template-columns: 72px minmax(0, 1fr);
      }
    }
  `,
})
export class MeasureView {
  protected readonly service = inject(JobService);
  protected readonly groups = computed(() => {
    const all = this.service.workspace()?.measurements ?? [];
    return (Object.keys(GROUP_WORDS) as MeasureGroup[])
      .map((id) => ({ id, words: GROUP_WORDS[id], list: all.filter((m) => m.group === id) }))
      .filter((group) => group.list.length > 0);
  });
  protected readonly minutes = computed(() =>
    (this.service.workspace()?.measurements ?? []).reduce((sum, m) => sum + m.minutes, 0),
  );
  protected readonly stands = computed(() =>
    (this.service.workspace()?.measurements ?? []).some((m) =>
      ['hose-droop', 'hose-bump', 'hose-lock'].includes(m.attribute),
    ),
  );
  protected readonly dotted = computed(
    () => (this.service.workspace()?.work ?? []).flatMap((w) => w.joints).filter((j) => j.state === 'not-known').length,
  );
  protected readonly standing = STANDS;
  protected drawn = (name: string): boolean => isDrawn(name as AttributeName);
  protected place = (slot: string): string => findSlot(slot)?.words ?? slot;
}
