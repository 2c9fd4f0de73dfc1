import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { JointView, RemedyView } from '@kerabat/contract';
import { JobService } from '../../jobs/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { StateMark, STATE_WORDS } from '../../parts/state-mark';

/** Ways out of a joint's mismatches beside each other, the least intrusive first, each with what it leads to. */
@Component({
  selector: 'app-remedies',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine, StateMark],
  template: `
    @if (ways().length > 0) {
      <h3>Ways out, the least intrusive first</h3>
      <app-problem-line [text]="problem()" />
      <table class="plain">
        <thead>
          <tr>
            <th>way</th>
            <th>work</th>
            <th>to order</th>
            <th>what can go wrong</th>
            <th>this joint then</th>
            <th><span class="hidden-text">act</span></th>
          </tr>
        </thead>
        <tbody>
          @for (r of ways(); track r.key) {
            <tr [class.taken]="r.accepted">
              <td>{{ r.words }}{{ r.accepted ? ' (taken)' : '' }}</td>
              <td>
                {{ r.minutes }} min
                @if (r.skill !== 'ordinary') {
                  <div class="needs-you small">{{ r.skill }}</div>
                }
                <div class="quiet small">{{ r.tools.join(', ') }}</div>
              </td>
              <td class="small">{{ ordered(r) || 'nothing' }}</td>
              <td class="small">{{ r.risk }}</td>
              <td class="small">
                @if (r.after; as after) {
                  <app-state-mark [state]="after.state" [size]="16" /> {{ words[after.state] }}
                  @if (after.sentence) {
                    <div class="needs-you">{{ after.sentence }}</div>
                  }
                } @else if (r.accepted) {
                  done
                }
              </td>
              <td>
                <button
                  type="button"
                  class="act"
                  (click)="take(r)"
                  [attr.aria-label]="(r.accepted ? 'Take back: ' : 'Do this: ') + r.words"
                >
                  {{ r.accepted ? 'Take back' : 'Do this' }}
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    h3 {
      margin: 10px 0 2px;
    }
    td {
      font-size: 13.5px;
    }
    .taken td {
      background: var(--raised);
    }
    td:first-child {
      width: 26%;
    }
    button {
      white-space: nowrap;
    }
    @media (max-width: 700px) {
      table,
      tbody,
      tr,
      td {
        display: block;
        width: auto !important;
      }
      thead {
        display: none;
      }
      td {
        border: 0 !important;
        padding: 2px 8px !important;
      }
      tr {
        border-bottom: 1px solid var(--line);
        padding: 6px 0;
      }
    }
  `,
})
export class Remedies {
  private readonly service = inject(JobService);
  readonly joint = input.required<JointView>();
  readonly slot = input.required<string>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly words = STATE_WORDS;

  /** Each way out once; one can close several checks. */
  protected readonly ways = computed(() => {
    const byKey = new Map(
      this.joint()
        .checks.flatMap((c) => c.remedies)
        .map((r) => [r.key, r]),
    );
    return [...byKey.values()].sort((a, b) => a.order - b.order);
  });

  protected ordered = (r: RemedyView): string =>
    r.slip
      .filter((line) => line.section === 'order')
      .map((line) => `${line.quantity} × ${line.words}`)
      .join('; ');

  protected async take(r: RemedyView): Promise<void> {
    const subject = `remedy:${this.slot()}/${r.key}`;
    this.problem.set(
      r.accepted
        ? await this.service.undecide(subject)
        : await this.service.decide(subject, 'accepted', 'way out chosen'),
    );
  }
}
