import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { NewJob } from '@kerabat/contract';
import { SLOTS } from '@kerabat/core/strip';
import { KIND_WORDS } from '@kerabat/core/unit';
import { JobService } from '../../jobs/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { AskForm, BLANK } from './ask-form';

/** What the complaint points at, and what to rule out before a unit is ordered. */
@Component({
  selector: 'app-ask-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AskForm, ProblemLine, MatButtonModule, RouterLink],
  template: `
    @if (service.workspace(); as w) {
      @if (w.reading; as reading) {
        <h2>{{ reading.sentence }}</h2>
        @if (reading.suspects.length > 0) {
          <p>
            Points at: <strong>{{ words(reading.suspects) }}</strong>.
            @if (!w.job.slot && suggested(); as slot) {
              <button matButton="outlined" (click)="take(slot.slot)">Work on the {{ slot.words }}</button>
            }
          </p>
        }
        @if (reading.ruleOutFirst.length > 0) {
          <h3>Rule out first</h3>
          <table class="plain">
            <thead>
              <tr>
                <th>looks the same</th>
                <th>how to tell</th>
                <th>min</th>
                <th>if so</th>
              </tr>
            </thead>
            <tbody>
              @for (l of reading.ruleOutFirst; track l.cause) {
                <tr>
                  <td>{{ l.cause }}</td>
                  <td>{{ l.check }}</td>
                  <td class="mono">{{ l.minutes }}</td>
                  <td>{{ l.then }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
        <p><a routerLink="../identify">On to Identify</a></p>
      }
      <app-problem-line [text]="problem()" />
      <details [open]="!w.reading || !w.vehicle">
        <summary>What was asked</summary>
        <app-ask-form [start]="start()" saveWords="Save what was asked" (saved)="save($event)" />
      </details>
    }
  `,
  styles: `
    details {
      margin-top: 12px;
    }
    summary {
      cursor: pointer;
      padding: 4px 0;
      font-weight: 600;
    }
    h3 {
      margin: 10px 0 2px;
    }
  `,
})
export class AskStage {
  protected readonly service = inject(JobService);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly start = computed<NewJob>(() => {
    const job = this.service.workspace()?.job;
    if (!job) return BLANK;
    const { asker, request, complaint, words, vehicleId, built, options, slot } = job;
    return { asker, request, complaint, words, vehicleId, built, options, slot };
  });
  protected readonly suggested = computed(() => {
    const kind = this.service.workspace()?.reading?.suspects[0];
    return SLOTS.find((s) => kind !== undefined && s.kinds.includes(kind));
  });

  protected words(kinds: readonly (keyof typeof KIND_WORDS)[]): string {
    return kinds.map((kind) => KIND_WORDS[kind]).join(', then ');
  }

  protected async save(fields: NewJob): Promise<void> {
    this.problem.set(await this.service.change(fields));
  }

  protected async take(slot: string): Promise<void> {
    this.problem.set(await this.service.change({ slot }));
  }
}
