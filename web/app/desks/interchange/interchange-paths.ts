import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { switchMap, type Observable } from 'rxjs';
import type { InterchangeEntry, InterchangeStep, NewOutcome, OutcomeView } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Acting } from '../../parts/acting';
import { ProblemLine } from '../../parts/problem-line';
import { lookup } from '@kerabat/core/base/lookup';

const KIND_WORDS: Readonly<Record<string, string>> = {
  same: 'is the same as',
  'superseded-by': 'was superseded by',
  'drop-in': 'can be replaced by',
  'with-changes': 'can be replaced, with changes, by',
  'does-not-fit': 'is not replaced by',
};
const RESULTS = [
  { result: 'fitted', words: 'fitted' },
  { result: 'fitted-with-change', words: 'fitted with a change' },
  { result: 'did-not-fit', words: 'did not fit' },
] as const;

/**
 * The ways to one of the interchange, each step with who says so and what came of it; and where somebody says what came
 * of it this time.
 */
@Component({
  selector: 'app-interchange-paths',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatRadioModule,
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    MatButtonModule,
    ProblemLine,
  ],
  template: `
    @for (path of paths(); track $index) {
      <p class="small quiet">
        {{ paths().length > 1 ? 'Path ' + ($index + 1) + ', ' : '' }}trust {{ trust(path).toFixed(2) }}
      </p>
      <ol>
        @for (step of path; track $index) {
          <li>
            <span class="mono">{{ step.from }}</span> {{ kindWords(step) }} <span class="mono">{{ step.to }}</span>
            <span class="mono small">trust {{ step.trust.toFixed(2) }}</span>
            @if (step.review) {
              <strong class="needs-you small">turned out wrong repeatedly: to be reviewed</strong>
            }
            @for (c of step.conditions; track c.text) {
              <div class="small">if: {{ c.text }}</div>
            }
            @for (a of step.assertions; track a.source + a.date) {
              <div class="quiet small">
                {{ a.source }}, {{ a.date }}{{ a.person ? ', ' + a.person : '' }}{{ a.note ? ': ' + a.note : '' }}
              </div>
            }
            @for (o of outcomesOf(step.link); track o.id) {
              <div class="small outcome" [class.gone]="o.withdrawn">
                {{ resultWords(o) }}{{ o.reason ? ': ' + o.reason : '' }}
                <span class="quiet"
                  >{{ o.by }}, {{ o.at.slice(0, 10) }}{{ o.withdrawn ? ', withdrawn by ' + o.withdrawn.by : '' }}</span
                >
                @if (!o.withdrawn) {
                  <button
                    matButton
                    type="button"
                    (click)="withdraw(o.id)"
                    [attr.aria-label]="'Withdraw the outcome ' + resultWords(o)"
                  >
                    Withdraw
                  </button>
                }
              </div>
            }
          </li>
        }
      </ol>
    }
    @if (links().length > 0) {
      <form [formGroup]="form" (ngSubmit)="record()" aria-label="What came of it">
        <span>What came of it:</span>
        <mat-radio-group aria-label="What came of it" formControlName="result">
          @for (r of results; track r.result) {
            <mat-radio-button [value]="r.result">{{ r.words }}</mat-radio-button>
          }
        </mat-radio-group>
        @if (links().length > 1) {
          <mat-form-field>
            <mat-label>About the step</mat-label>
            <mat-select [value]="link()" (valueChange)="chosen.set($event)">
              @for (step of links(); track step.link) {
                <mat-option [value]="step.link">{{ step.from }} → {{ step.to }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
        }
        <mat-form-field>
          <mat-label>{{ result() === 'fitted' ? 'Note' : 'Because' }}</mat-label>
          <input matInput maxlength="300" autocomplete="off" formControlName="reason" />
        </mat-form-field>
        <button matButton="outlined" type="submit">Record outcome</button>
      </form>
    }
    <app-problem-line [text]="problem() ?? loaded()?.problem" />
  `,
  styleUrl: './interchange-paths.scss',
})
export class InterchangePathsPart {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly unitId = input.required<string>();
  readonly entry = input.required<InterchangeEntry>();
  /** The job at hand, kept with what is recorded. */
  readonly jobId = input<number>();
  readonly changed = output();

  protected readonly results = RESULTS;
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly form = inject(NonNullableFormBuilder).group({
    result: 'fitted' as NewOutcome['result'],
    reason: '',
  });
  protected readonly result = toSignal(this.form.controls.result.valueChanges, { initialValue: 'fitted' as const });
  protected readonly chosen = signal('');
  private readonly again = signal(0);
  protected readonly loaded = toSignal(
    toObservable(computed(() => ({ unit: this.unitId(), node: this.entry().node, again: this.again() }))).pipe(
      switchMap(({ unit, node }) => this.api.interchangePaths(unit, node).pipe(outcome())),
    ),
  );
  /** The one that is known already until all are read. */
  protected readonly paths = computed<readonly (readonly InterchangeStep[])[]>(() =>
    this.loaded()?.answer?.paths.length ? (this.loaded()?.answer?.paths ?? []) : this.entry().paths,
  );
  protected readonly links = computed(() => [
    ...new Map((this.paths()[0] ?? []).map((step) => [step.link, step])).values(),
  ]);
  /** The step that is least sure is the one an outcome most likely speaks of. */
  protected readonly link = computed(() => {
    const steps = this.links();
    if (steps.some((step) => step.link === this.chosen())) return this.chosen();
    return (
      steps.reduce<InterchangeStep | undefined>(
        (least, step) => (least === undefined || step.trust <= least.trust ? step : least),
        undefined,
      )?.link ?? ''
    );
  });

  protected kindWords = (step: InterchangeStep): string =>
    `${lookup(KIND_WORDS, step.kind) ?? step.kind}` +
    `${step.direction === 'backward' && step.kind !== 'same' ? ' (the other way)' : ''}`;
  protected trust = (path: readonly InterchangeStep[]): number =>
    path.reduce((product, step) => product * step.trust, 1);
  protected outcomesOf = (link: string): OutcomeView[] =>
    this.loaded()?.answer?.outcomes.filter((o) => o.link === link) ?? [];
  protected resultWords = (o: OutcomeView): string => RESULTS.find((r) => r.result === o.result)?.words ?? o.result;

  protected record(): void {
    const { result, reason } = this.form.getRawValue();
    const job = this.jobId();
    const outcome = {
      link: this.link(),
      result,
      reason: reason.trim(),
      ...(job === undefined ? {} : { jobId: job }),
    };
    this.act(this.api.addOutcome(outcome));
  }

  protected withdraw(id: number): void {
    this.act(this.api.withdrawOutcome(id));
  }

  private act(write: Observable<unknown>): void {
    this.acting.act(write).subscribe(({ problem }) => {
      this.problem.set(problem);
      if (problem !== undefined) return;
      this.form.controls.reason.setValue('');
      this.again.update((n) => n + 1);
      this.changed.emit();
    });
  }
}
