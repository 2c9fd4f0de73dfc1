import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Subject, switchMap } from 'rxjs';
import type { Resolved } from '@kerabat/contract';
import { Api } from '../api/api';
import { outcome } from '../api/problem';
import { Folded } from '../parts/folded';
import { Pasted, pastedNumbers } from '../parts/pasted';
import { ProblemLine } from '../parts/problem-line';
import { isSettled, ResolvedTable } from './resolved-table';

/** No request takes more. */
const MOST = 2000;

/** Many numbers at once, as they are scanned or pasted: a table of what each one is. */
@Component({
  selector: 'app-many-numbers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    Folded,
    MatButtonModule,
    ResolvedTable,
    ProblemLine,
  ],
  template: `
    <app-folded [open]="text() !== ''">
      <span slot="title">Many at once</span>
      <form (submit)="$event.preventDefault(); ask()">
        <mat-form-field>
          <mat-label>One number on each line, or from a spreadsheet</mat-label>
          <textarea matInput id="many" class="mono" rows="5" [formControl]="field"></textarea>
        </mat-form-field>
        <button matButton="outlined" type="submit">Look up {{ numbers().length || '' }}</button>
        <app-problem-line [text]="problem()" />
      </form>
      @if (rows().length > 0) {
        <p aria-live="polite">{{ settled() }} of {{ rows().length }} are settled.</p>
        <app-resolved-table [rows]="rows()" [wanted]="wanted()" />
      }
    </app-folded>
  `,
  styles: `
    form {
      display: grid;
      gap: 4px;
      justify-items: start;
      max-width: 32rem;
    }
    mat-form-field {
      width: 100%;
    }
    p {
      margin: 6px 0;
    }
  `,
})
export class ManyNumbers {
  private readonly api = inject(Api);
  private readonly pasted = inject(Pasted);
  protected readonly field = new FormControl('', { nonNullable: true });
  protected readonly text = toSignal(this.field.valueChanges, { initialValue: '' });
  protected readonly rows = signal<readonly Resolved[]>([]);
  /** How many of each are wanted, where that was pasted too. */
  protected readonly wanted = signal<readonly (number | undefined)[]>([]);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly numbers = computed(() => pastedNumbers(this.text()));
  protected readonly settled = computed(() => this.rows().filter(isSettled).length);

  private readonly asked = new Subject<readonly string[]>();

  constructor() {
    this.asked
      .pipe(
        switchMap((numbers) => this.api.call('post', '/numbers/resolve', { body: { numbers } }).pipe(outcome())),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.problem.set(problem);
        if (answer) this.rows.set(answer.rows);
      });
    effect(() => {
      const text = this.pasted.text();
      if (text === '') return;
      this.pasted.text.set('');
      this.field.setValue(text);
      this.ask();
    });
  }

  protected ask(): void {
    const numbers = this.numbers();
    if (numbers.length === 0) return this.problem.set('There is no number here. Type one on each line.');
    if (numbers.length > MOST)
      return this.problem.set(`These are ${numbers.length} numbers; at most ${MOST} can be looked up at once.`);
    this.wanted.set(numbers.map(({ quantity }) => quantity));
    this.asked.next(numbers.map(({ number }) => number));
  }
}
