import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { exhaustMap, filter, map, Subject, tap } from 'rxjs';
import { lookup } from '@kerabat/core/base/lookup';
import { FEEL_FIELDS, isAsked } from '@kerabat/core/work/feel';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { keepFile } from '../../parts/keep-file';
import { ProblemLine } from '../../parts/problem-line';
import { FeelDesk, type TriedMaster } from './feel-desk';
import { printRequest } from './feel-paper';

/** A set-up that goes into a job: its master, and what would have to be so with it. */
export interface TakenSetUp {
  readonly id: string;
  readonly name: string;
  readonly master?: TriedMaster;
  readonly conditions: readonly string[];
}

/** What can be done with a comparison: assume what is missing, try another set-up, print it, take it into the job. */
@Component({
  selector: 'app-feel-acts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine],
  template: `
    <div class="row acts">
      @if (desk.assumed() > 0) {
        <span class="small needs-you">Figures rest on {{ desk.assumed() }} assumed values; ratios do not.</span>
      }
      @if (lacks(); as words) {
        <button matButton="filled" type="button" (click)="desk.assumeUsual()">Assume what is usual</button>
        <span class="small needs-you">{{ words }}</span>
      }
      @if (desk.mayTry()) {
        <button matButton="outlined" type="button" (click)="desk.tryAnother()">Try another set-up</button>
      }
      @if (changed()) {
        <button matButton type="button" (click)="forgotten.emit()">Take back what was entered here</button>
      }
      @if (desk.worked().length > 0) {
        <button matButton="outlined" type="button" [disabled]="printing()" (click)="print.next()">
          Print the comparison
        </button>
      }
      @if (takes()) {
        @for (one of offers(); track one.id) {
          <button matButton="outlined" type="button" (click)="taken.emit(one)">Take {{ one.name }} into the job</button>
        }
      }
    </div>
    <app-problem-line [text]="problem()" />
  `,
  styles: `
    .acts {
      gap: 6px 20px;
      margin: 8px 0;
    }
  `,
})
export class FeelActs {
  protected readonly desk = inject(FeelDesk);
  private readonly api = inject(Api);
  private readonly document = inject(DOCUMENT);
  readonly title = input.required<string>();
  readonly ratios = input.required<readonly { readonly words: string; readonly value: string }[]>();
  /** Whether a set-up can be taken into a job. */
  readonly takes = input.required<boolean>();
  /** Something was entered that can be taken back. */
  readonly changed = input.required<boolean>();
  readonly taken = output<TakenSetUp>();
  readonly forgotten = output();
  protected readonly print = new Subject<void>();
  protected readonly printing = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected readonly lacks = computed(() => {
    const all = new Set([...this.desk.missing().values()].flat());
    for (const field of FEEL_FIELDS) {
      const open = this.desk
        .columns()
        .some(({ kinds, values }) => isAsked(field, kinds) && field.usual && !values[field.key]);
      if (open) all.add(field.key);
    }
    if (all.size === 0) return undefined;
    const words = [...all].map((key) => FEEL_FIELDS.find((field) => field.key === key)?.words ?? key);
    const some = words.slice(0, 4).join(', ');
    return `Not known: ${some}${words.length > 4 ? ` and ${words.length - 4} more` : ''}. Ratios hold without them.`;
  });
  /** Set-ups that were tried and differ from what comes. */
  protected readonly offers = computed<TakenSetUp[]>(() =>
    this.desk
      .columns()
      .filter(({ id }) => id !== 'now')
      .flatMap(({ id, name }) => {
        const master = lookup(this.desk.draft().masters ?? {}, id);
        const conditions = this.desk.conditionsOf(id);
        return master || conditions.length > 0 ? [{ id, name, conditions, ...(master ? { master } : {}) }] : [];
      }),
  );
  constructor() {
    this.print
      .pipe(
        map(() => this.paper()),
        filter((paper) => paper !== undefined),
        tap(() => this.printing.set(true)),
        exhaustMap((paper) => this.api.file('post', '/tools/feel/print', { body: paper }).pipe(outcome())),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.printing.set(false);
        this.problem.set(problem);
        if (answer) keepFile(this.document, answer, 'kerabat-comparison.pdf');
      });
  }

  private paper() {
    const ratios = this.ratios().map(({ words, value }) => `${words}: ${value}`);
    return printRequest(
      this.desk.worked(),
      this.desk.cases(),
      this.title() || 'Comparison with a blank vehicle',
      ratios,
    );
  }
}
