import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { FormControl, NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Finding, RowView, Settlement } from '@kerabat/contract';
import { CONDITION_KINDS } from '@kerabat/core/find/interchange';
import { Cell, DataTable } from '../../parts/data-table';
import { ProblemLine } from '../../parts/problem-line';
import { Audit } from './audit-service';

/** One contradiction: the rows that are concerned, and every way to settle it. */
@Component({
  selector: 'app-finding',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    ReactiveFormsModule,
    MatButtonModule,
    RouterLink,
    ProblemLine,
  ],
  template: `
    @if (finding().accepted; as accepted) {
      <p class="small">
        Accepted by {{ accepted.by }} on {{ accepted.at.slice(0, 10) }}: {{ accepted.reason }}
        <button matButton type="button" (click)="withdraw(accepted.id)">Open it again</button>
      </p>
    }
    <mat-form-field class="why">
      <mat-label>Why it is settled so</mat-label>
      <input matInput autocomplete="off" maxlength="300" [formControl]="reason" placeholder="for whoever looks next" />
    </mat-form-field>
    <app-problem-line [text]="problem()" />
    <app-data-table [rows]="finding().rows" words="Rows that are concerned" [bare]="true">
      <ng-container *appCell="'what is said'; let row; of: finding().rows; head: true">
        @if (row.unitId) {
          <a [routerLink]="['/units', row.unitId]">{{ row.words }}</a>
        } @else {
          {{ row.words }}
        }
        <div class="small quiet">said by {{ row.source }}</div>
      </ng-container>
      <ng-container *appCell="'how to settle it'; let row; of: finding().rows">
        @for (f of row.fields; track f.field) {
          <form
            class="fix"
            (submit)="$event.preventDefault(); correct(row, f.field, f.value, typed(row, f.field, f.value).value)"
          >
            <mat-form-field class="tight">
              @if (f.choices) {
                <mat-select [formControl]="typed(row, f.field, f.value)" [aria-label]="f.words + ' of ' + row.words">
                  @for (c of f.choices; track c) {
                    <mat-option [value]="c">{{ c }}</mat-option>
                  }
                </mat-select>
              } @else {
                <input
                  matInput
                  class="mono"
                  autocomplete="off"
                  maxlength="200"
                  [attr.aria-label]="f.words + ' of ' + row.words"
                  [formControl]="typed(row, f.field, f.value)"
                />
              }
            </mat-form-field>
            <button matButton type="submit" [attr.aria-label]="'Correct: ' + f.words + ' of ' + row.words">
              Correct
            </button>
            <span class="small quiet">{{ f.words }}</span>
          </form>
        }
        @if (row.link; as link) {
          <span class="fix">
            <mat-form-field class="tight">
              <input
                matInput
                autocomplete="off"
                maxlength="200"
                placeholder="condition"
                [attr.aria-label]="'Condition of ' + row.words"
                [formControl]="condition.controls.text"
              />
            </mat-form-field>
            <mat-form-field class="tight">
              <mat-select [aria-label]="'Kind of condition of ' + row.words" [formControl]="condition.controls.kind">
                @for (c of conditions; track c) {
                  <mat-option [value]="c">{{ c }}</mat-option>
                }
              </mat-select>
            </mat-form-field>
            <button
              matButton
              type="button"
              [attr.aria-label]="'Add condition to ' + row.words"
              (click)="act({ kind: 'condition', link, condition: condition.getRawValue() })"
            >
              Add condition
            </button>
          </span>
          <button
            matButton
            type="button"
            [attr.aria-label]="'Mark as does not fit: ' + row.words"
            (click)="act({ kind: 'does-not-fit', link })"
          >
            Does not fit
          </button>
        }
        @if (row.removable) {
          <button
            matButton
            type="button"
            [attr.aria-label]="'Delete: ' + row.words"
            (click)="act({ kind: 'remove', row: { kept: row.kept, key: row.key } })"
          >
            Delete
          </button>
        }
      </ng-container>
    </app-data-table>
    @if (!finding().accepted) {
      <button matButton="outlined" type="button" (click)="act({ kind: 'accept' })">Accept it as it is</button>
    }
  `,
  styleUrl: './audit.scss',
})
export class FindingPart {
  private readonly audit = inject(Audit);
  readonly finding = input.required<Finding>();
  protected readonly conditions = CONDITION_KINDS;
  protected readonly reason = new FormControl('', { nonNullable: true });
  protected readonly condition = inject(NonNullableFormBuilder).group({ text: '', kind: CONDITION_KINDS[0] });
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly fields = new Map<string, FormControl<string>>();

  /** The field of a value that can be corrected; it begins with what is recorded. */
  protected typed(row: RowView, field: string, value: string): FormControl<string> {
    const key = `${row.kept}/${row.key}/${field}/${value}`;
    const known = this.fields.get(key) ?? new FormControl(value, { nonNullable: true });
    this.fields.set(key, known);
    return known;
  }

  protected correct(row: RowView, field: string, seen: string, value: string): void {
    if (value === seen) return this.problem.set('That is already the value: type what it should be.');
    this.act({ kind: 'correct', row: { kept: row.kept, key: row.key }, field, seen, value });
  }

  protected act(act: Settlement['act']): void {
    const reason = this.reason.value.trim();
    if (reason === '') return this.problem.set('Say why first: whoever looks next wants to know.');
    if (act.kind === 'condition' && act.condition.text.trim() === '')
      return this.problem.set('Write the condition first.');
    this.audit
      .settle({ fingerprint: this.finding().fingerprint, reason, act })
      .subscribe((problem) => this.problem.set(problem));
  }

  protected withdraw(id: number): void {
    this.audit.withdraw(id).subscribe((problem) => this.problem.set(problem));
  }
}
