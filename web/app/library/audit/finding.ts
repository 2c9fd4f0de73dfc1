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
  templateUrl: './finding.html',
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
