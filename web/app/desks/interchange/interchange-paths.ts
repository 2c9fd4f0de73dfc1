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
  templateUrl: './interchange-paths.html',
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
      switchMap(({ unit, node }) =>
        this.api.call('get', '/units/{id}/interchange/{node}', { at: { id: unit, node } }).pipe(outcome()),
      ),
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
    this.act(this.api.call('post', '/outcomes', { body: outcome }));
  }

  protected withdraw(id: number): void {
    this.act(this.api.call('post', '/outcomes/{id}/withdraw', { at: { id } }));
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
