import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cellWords, feelVerdictWords } from '@kerabat/core/tell/words';
import { caseTable, saidOnce } from '@kerabat/core/work/feel';
import { FeelDesk } from './feel-desk';

/** Cases side by side: what an everyday stop takes, what the hardest push reaches, which axle locks first. */
@Component({
  selector: 'app-feel-cases',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Cases side by side">
      <table class="plain">
        <thead>
          <tr>
            <th>case</th>
            @for (one of desk.worked(); track one.column.id) {
              <th>{{ one.column.name }}: {{ everyday() }} takes</th>
              <th>at {{ hardest() }} N</th>
              <th>locks first</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              @for (cell of row.cells; track $index) {
                <td class="mono">{{ cell.effort }}</td>
                <td class="mono">{{ cell.reached }}</td>
                <td [class.bad]="cell.rear">{{ cell.first }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
    @for (said of verdicts(); track said.where + said.words) {
      <p class="verdict small" [class]="said.weight">
        <b>{{ said.where }}</b> {{ said.words }}
        @if (said.also; as names) {
          <span class="quiet">So too: {{ names }}.</span>
        }
      </p>
    }
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    table {
      width: auto;
    }
    td {
      white-space: nowrap;
    }
    .bad {
      color: var(--nofit);
      font-weight: 600;
    }
    .verdict {
      margin: 4px 0;
      padding: 2px 8px;
      border-left: 3px solid var(--line);
    }
    .stop {
      border-color: var(--nofit);
    }
    .warning {
      border-color: var(--change);
    }
  `,
})
export class FeelCases {
  protected readonly desk = inject(FeelDesk);
  protected readonly everyday = computed(() => `${this.desk.limits().everyday} g`);
  protected readonly hardest = computed(() => this.desk.worked()[0]?.cases[0]?.points.at(-1)?.pedalForce ?? 0);

  private readonly inCases = computed(() =>
    this.desk.worked().map(({ column, ...rest }) => ({ name: column.name, ...rest })),
  );

  protected readonly rows = computed(() => {
    const cases = this.desk.cases();
    return caseTable(this.inCases(), cases, this.desk.limits()).map(({ name, cells }, i) => {
      const oneAxle = cases[i]?.lost === 'front' || cases[i]?.lost === 'rear';
      return {
        name,
        cells: cells.map((cell) => {
          const [effort, reached, first] = cellWords(cell, oneAxle);
          return { effort, reached, first, rear: cell.rear };
        }),
      };
    });
  });

  /** What is to be said of the set-ups, each sentence once, with the cases that it holds in. */
  protected readonly verdicts = computed(() =>
    saidOnce(this.inCases(), this.desk.cases()).map(({ verdict, setUp, where, also }) => ({
      words: feelVerdictWords(verdict),
      weight: verdict.weight,
      where: `${setUp}${where === '' ? '' : `, ${where}`}:`,
      also: also.join(', '),
    })),
  );
}
