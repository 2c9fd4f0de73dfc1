import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { map, switchMap, type Observable } from 'rxjs';
import type { NewLink, NumberView } from '@kerabat/contract';
import { Api } from '../api/api';
import { Acting } from '../parts/acting';
import { Folded } from '../parts/folded';
import { ProblemLine } from '../parts/problem-line';
import { MatButtonModule } from '@angular/material/button';

const HOW: readonly { readonly kind: NewLink['kind']; readonly words: string }[] = [
  { kind: 'drop-in', words: 'will do as it is' },
  { kind: 'with-changes', words: 'will do with a change' },
  { kind: 'same', words: 'is the same unit' },
  { kind: 'does-not-fit', words: 'looks alike and does not fit' },
];

/** What somebody here knows of another number: a claim of one's own, with a name and a date. */
@Component({
  selector: 'app-add-interchange',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    MatButtonModule,
    Folded,
    ProblemLine,
  ],
  template: `
    <app-folded>
      <span slot="title">Add an interchange entry: what else will do, or will not</span>
      <form [formGroup]="form" (ngSubmit)="say()">
        <mat-form-field>
          <mat-label>Instead of {{ name() }}, number</mat-label>
          <input matInput class="mono" autocomplete="off" maxlength="60" formControlName="number" />
        </mat-form-field>
        <mat-form-field>
          <mat-label>How it will do</mat-label>
          <mat-select formControlName="kind">
            @for (h of choices; track h.kind) {
              <mat-option [value]="h.kind">{{ h.words }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <mat-form-field>
          <mat-label>What has to be changed, or looked at</mat-label>
          <input matInput autocomplete="off" maxlength="200" formControlName="change" />
        </mat-form-field>
        <mat-form-field>
          <mat-label>How that is known</mat-label>
          <input matInput autocomplete="off" maxlength="300" formControlName="note" />
        </mat-form-field>
        <button matButton="outlined" type="submit">Add entry</button>
      </form>
      <app-problem-line [text]="problem()" />
      @if (done()) {
        <p role="status" class="small">{{ done() }}</p>
      }
    </app-folded>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px;
      margin: 6px 0;
    }
  `,
})
export class AddInterchange {
  private readonly api = inject(Api);
  private readonly acting = inject(Acting);
  readonly unitId = input.required<string>();
  readonly name = input.required<string>();
  readonly said = output();
  protected readonly choices = HOW;
  protected readonly form = inject(NonNullableFormBuilder).group({
    number: '',
    kind: 'drop-in' as NewLink['kind'],
    change: '',
    note: '',
  });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly done = signal('');

  protected say(): void {
    const raw = this.form.getRawValue();
    const [number, change, note] = [raw.number.trim(), raw.change.trim(), raw.note.trim()];
    const kind = raw.kind;
    this.done.set('');
    if (kind === 'with-changes' && change === '') return this.problem.set('Write what has to be changed.');
    if (number === '') return this.problem.set('Write the other number.');
    const link = (other: NumberView): NewLink => ({
      from: `unit:${this.unitId()}`,
      to: `${other.issuer}:${other.written}`,
      kind,
      ...(note === '' ? {} : { note }),
      ...(change === '' ? {} : { conditions: [{ kind: 'check', text: change }] }),
    });
    const write = this.numberOf(number).pipe(
      switchMap((other) => this.api.call('post', '/links', { body: link(other) }).pipe(map(() => other))),
    );
    this.acting.act(write).subscribe(({ answer, problem }) => {
      this.problem.set(problem);
      if (!answer) return;
      this.done.set(`${answer.issuer} ${answer.written}: recorded. Undo it under Library, Audit.`);
      this.form.reset();
      this.said.emit();
    });
  }

  /** The one number that is meant. Fails with the sentence when it is none or several. */
  private numberOf(text: string): Observable<NumberView> {
    return this.api.call('get', '/numbers', { query: { q: text } }).pipe(
      map(({ exact, normalised, near }) => {
        const sure = [...exact, ...normalised].filter((n) => n.kind === 'order');
        const [only, ...others] = sure;
        if (only && others.length === 0) return only;
        if (sure.length > 1) throw new Error(`${sure.length} makers use this number: write it with its maker’s marks.`);
        throw new Error(
          near.length > 0
            ? `Is ${near.map((n) => `${n.issuer} ${n.written}`).join(' or ')} meant? Write it so.`
            : `“${text}” is not in the catalogue. Bring it in with a list first.`,
        );
      }),
    );
  }
}
