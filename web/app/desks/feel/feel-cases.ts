import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cellWords, feelVerdictWords } from '@kerabat/core/tell/words';
import { caseTable, saidOnce } from '@kerabat/core/work/feel';
import { Cell, DataTable } from '../../parts/data-table';
import { FeelDesk } from './feel-desk';

/** Cases side by side: what an everyday stop takes, what the hardest push reaches, which axle locks first. */
@Component({
  selector: 'app-feel-cases',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable],
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Cases side by side">
      <app-data-table [rows]="rows()" words="Cases side by side">
        <ng-container *appCell="'case'; let row; of: rows(); head: true">{{ row.name }}</ng-container>
        @for (one of desk.worked(); track one.column.id; let i = $index) {
          <ng-container *appCell="one.column.name + ': ' + everyday() + ' takes'; let row; of: rows(); figure: true">{{
            row.cells[i]?.effort
          }}</ng-container>
          <ng-container *appCell="'at ' + hardest() + ' N'; let row; of: rows(); figure: true">{{
            row.cells[i]?.reached
          }}</ng-container>
          <ng-container *appCell="'locks first'; let row; of: rows()"
            ><span [class.bad]="row.cells[i]?.rear">{{ row.cells[i]?.first }}</span></ng-container
          >
        }
      </app-data-table>
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
