import { AsyncPipe, DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { TrialArm, TrialLine, TrialReport } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { BarChart } from '../../parts/bar-chart';
import { Cell, DataTable } from '../../parts/data-table';
import { ProblemLine } from '../../parts/problem-line';
import { Skeleton } from '../../parts/skeleton';

/** Whoever decides what is ordered, in the words of an owner. */
const POLICIES: Readonly<Record<string, string>> = {
  advice: 'follows Kerabat',
  listing: 'orders what the record names',
  label: 'goes by the label',
  measures: 'measures everything once',
  careful: 'measures everything, and again',
};
const KEPT: Readonly<Record<string, string>> = {
  kept: '3 of 100 missing',
  patchy: '15 of 100 missing',
  poor: '35 of 100 missing',
};

interface Row {
  readonly who: string;
  readonly ordered: number;
  readonly jobs: number;
  readonly wrong: number;
  readonly minutes: number;
}

/** How good the advice was in the last trial: simulated vehicles, of which the truth is known. */
@Component({
  selector: 'app-advice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AsyncPipe, BarChart, Cell, DataTable, DatePipe, ProblemLine, Skeleton],
  templateUrl: './advice-page.html',
  styles: `
    .lead {
      max-width: 60rem;
    }
    .two {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 16px;
      align-items: start;
    }
    @media (max-width: 1000px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class AdvicePage {
  private readonly api = inject(Api);
  protected readonly report$ = this.api.call('get', '/trial').pipe(outcome());

  /** What an owner wants to know first. */
  protected said({ honest }: TrialReport): string {
    const line = all(honest, 'advice');
    if (!line) return '';
    const ordered = line.safe + line.onListing;
    const wrong = line.wrongSafe + line.wrongListing;
    const bound = `fewer than ${(300 / Math.max(1, ordered)).toFixed(2)} in a hundred`;
    const told = wrong === 0 ? `none was wrong (${bound}, nineteen times in twenty)` : `${wrong} were wrong`;
    return `Of the ${ordered} that Kerabat let pass, ${told}; ${line.jobs - ordered} it did not let pass.`;
  }
  protected lied(arm: TrialArm): string {
    const [advice, careful] = [all(arm, 'advice'), all(arm, 'careful')];
    if (!advice) return '';
    const shown = `${advice.seen} of ${advice.wrongSafe}`;
    const own =
      `${share(advice.wrongSafe, advice.safe)} of the orders were wrong, and what it says to compare when the part ` +
      `is there would have shown ${shown}`;
    return careful ? `${own}; of a careful person ${share(careful.wrongOrdered, careful.ordered)}.` : `${own}.`;
  }
  protected rows = ({ lines }: TrialArm): Row[] =>
    lines.filter(({ of }) => of === 'all').map((line) => rowOf(line, lookup(POLICIES, line.policy) ?? line.policy));
  protected holes = ({ lines }: TrialArm): Row[] =>
    Object.entries(KEPT).flatMap(([name, words]) =>
      lines
        .filter(({ of, policy }) => policy === 'advice' && of === `catalogue ${name}`)
        .map((line) => rowOf(line, words)),
    );
  protected wrongBars = (arm: TrialArm) =>
    this.rows(arm).map(({ who, wrong, ordered }) => ({ name: who, value: (100 * wrong) / Math.max(1, ordered) }));
  protected minuteBars = (arm: TrialArm) => this.rows(arm).map(({ who, minutes }) => ({ name: who, value: minutes }));
  protected holeBars = (arm: TrialArm) => this.holes(arm).map(({ who, minutes }) => ({ name: who, value: minutes }));
}

const all = ({ lines }: TrialArm, policy: string): TrialLine | undefined =>
  lines.find((line) => line.policy === policy && line.of === 'all');
const share = (count: number, of: number): string => `${((100 * count) / Math.max(1, of)).toFixed(1)} %`;
/** Wrong is a unit that does not go, whatever it was called. */
const rowOf = (line: TrialLine, who: string): Row => ({
  who,
  jobs: line.jobs,
  ordered: line.safe + line.onListing + line.ordered,
  wrong: line.wrongSafe + line.wrongListing + line.wrongOrdered,
  minutes: line.minutes / Math.max(1, line.jobs),
});
