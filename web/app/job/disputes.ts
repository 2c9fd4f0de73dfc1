import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { SlotWork } from '@kerabat/contract';
import { ProblemLine } from '../parts/problem-line';
import { JobService } from './job-service';

/** Readings of one thing that contradict each other, with who and when: one press takes one back. */
@Component({
  selector: 'app-disputes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine],
  template: `
    @for (dispute of disputes(); track $index) {
      <section tabindex="-1" [attr.aria-label]="dispute.words + ': readings that contradict each other'">
        <h3 class="needs-you">{{ dispute.words }}: the readings contradict each other</h3>
        <ul>
          @for (reading of dispute.readings; track reading.id) {
            <li>
              <b class="mono">{{ reading.value }}</b>
              <span class="quiet small">{{ reading.by }}, {{ reading.at.slice(0, 16).replace('T', ' ') }}</span>
              <button
                matButton
                type="button"
                [attr.aria-label]="'Take back ' + dispute.words + ' ' + reading.value + ', ' + reading.by"
                (click)="withdraw(reading.id)"
              >
                Take back
              </button>
            </li>
          }
        </ul>
      </section>
    }
    <app-problem-line [text]="problem()" />
  `,
  styles: `
    h3 {
      font-size: var(--size-text);
      margin: 4px 0;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 12px;
      min-height: 44px;
    }
  `,
})
export class Disputes {
  private readonly service = inject(JobService);
  readonly disputes = input.required<SlotWork['disputes']>();
  protected readonly problem = signal<string | undefined>(undefined);

  protected async withdraw(reading: number): Promise<void> {
    this.problem.set(await this.service.withdraw(reading));
  }
}
