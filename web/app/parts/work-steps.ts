import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { WorkStep } from '@kerabat/contract';
import { WORK_GROUPS, WORK_WORDS } from '@kerabat/core/work/work-card';

/**
 * The steps of a job in the order of the work, each with what it follows from; the caution stands at the step where the
 * hurt happens.
 */
@Component({
  selector: 'app-work-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.words) {
      <h2>{{ group.words }}</h2>
      <ol>
        @for (step of group.list; track step.key) {
          <li [title]="step.why">
            {{ step.words }}
            @if (step.minutes || step.tools?.length) {
              <span class="small quiet"
                >{{ step.tools?.join(', ') }}{{ step.minutes && step.tools?.length ? '; ' : ''
                }}{{ step.minutes ? step.minutes + ' min' : '' }}</span
              >
            }
            @if (step.caution) {
              <span class="small caution">{{ step.caution }}</span>
            }
          </li>
        }
      </ol>
    }
  `,
  styles: `
    h2 {
      font-size: var(--size-text);
      margin: 12px 0 2px;
    }
    ol {
      margin: 0;
      padding-left: 26px;
    }
    li {
      padding: 3px 0;
      max-width: 60rem;
    }
    li span {
      display: block;
    }
    .caution {
      margin: 2px 0;
      padding-left: 8px;
      border-left: 3px solid var(--fluid);
    }
  `,
})
export class WorkSteps {
  readonly steps = input.required<readonly WorkStep[]>();
  protected readonly groups = computed(() =>
    WORK_GROUPS.map((group) => ({
      words: WORK_WORDS[group],
      list: this.steps().filter((step) => step.group === group),
    })).filter((group) => group.list.length > 0),
  );
}
