import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { combineLatest, exhaustMap, filter, map, startWith, Subject, switchMap } from 'rxjs';
import type { LineCutRequest, LineTemplate } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { ProblemLine } from '../../parts/problem-line';

/** Lines that were made for a vehicle: one is kept under a name, and made again from it. */
@Component({
  selector: 'app-kept-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, ProblemLine, ReactiveFormsModule],
  template: `
    <section aria-labelledby="kept-lines">
      <h2 id="kept-lines">Lines of this vehicle</h2>
      <form class="row" [formGroup]="form" (ngSubmit)="keep()">
        <mat-form-field>
          <mat-label>Keep this line as</mat-label>
          <input matInput autocomplete="off" maxlength="80" formControlName="name" placeholder="rear left" />
        </mat-form-field>
        <button matButton="outlined" type="submit">Keep</button>
        @for (kept of lines(); track kept.name) {
          <button
            matButton
            type="button"
            (click)="again.emit(kept.line)"
            [attr.aria-label]="'Make again: ' + kept.name"
          >
            {{ kept.name }}
          </button>
          <button
            matButton
            class="out"
            type="button"
            (click)="dropped.next(kept)"
            [attr.aria-label]="'Take out: ' + kept.name"
          >
            Take out
          </button>
        } @empty {
          <span class="quiet small">None is kept yet.</span>
        }
      </form>
      <app-problem-line [text]="problem()" />
      @if (said(); as words) {
        <p role="status" class="small">{{ words }}</p>
      }
    </section>
  `,
  styles: `
    h2 {
      font-size: var(--size-text);
      margin: 10px 0;
    }
    .out {
      --mat-button-text-label-text-color: var(--quiet);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
    }
  `,
})
export class KeptLines {
  private readonly api = inject(Api);
  readonly vehicle = input.required<string>();
  /** The line as it is now; undefined while a figure is wanting. */
  readonly line = input<LineCutRequest>();
  readonly again = output<LineCutRequest>();
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', [Validators.required, Validators.pattern(/\S/)]],
  });
  private readonly changed = new Subject<void>();
  protected readonly dropped = new Subject<LineTemplate>();
  private readonly kept = new Subject<{
    readonly name: string;
    readonly line: LineCutRequest;
    readonly version: number;
  }>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly said = signal<string | undefined>(undefined);
  private readonly found = toSignal(
    combineLatest([toObservable(this.vehicle), this.changed.pipe(startWith(undefined))]).pipe(
      switchMap(([vehicle]) => this.api.call('get', '/vehicles/{id}/lines', { at: { id: vehicle } }).pipe(outcome())),
    ),
  );
  protected readonly lines = computed((): readonly LineTemplate[] => this.found()?.answer?.lines ?? []);

  constructor() {
    this.dropped
      .pipe(
        exhaustMap((one) =>
          this.api
            .call('delete', '/vehicles/{id}/lines/{name}', {
              at: { id: this.vehicle(), name: one.name },
              seen: one.version,
            })
            .pipe(
              outcome(),
              map(({ problem }) => ({ problem, name: one.name })),
            ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ problem, name }) => {
        this.problem.set(problem);
        this.said.set(problem === undefined ? `"${name}" is taken out.` : undefined);
        this.changed.next();
      });
    this.kept
      .pipe(
        exhaustMap(({ name, line, version }) =>
          this.api
            .call('put', '/vehicles/{id}/lines/{name}', {
              at: { id: this.vehicle(), name },
              body: { line },
              seen: version,
            })
            .pipe(
              outcome(),
              map(({ problem }) => ({ problem, name })),
            ),
        ),
        filter(({ problem, name }) => {
          this.problem.set(problem);
          this.said.set(problem === undefined ? `"${name}" is kept.` : undefined);
          return problem === undefined;
        }),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.changed.next());
  }

  protected keep(): void {
    const name = this.form.controls.name.value.trim();
    const line = this.line();
    if (name === '') return this.form.markAllAsTouched();
    if (!line) return this.problem.set('A figure of the line is wanting: it is kept when it can be made.');
    this.kept.next({ name, line, version: this.lines().find((one) => one.name === name)?.version ?? 0 });
  }
}
