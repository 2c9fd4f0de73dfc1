import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import type { CatalogueSummary, ColumnMapping, SheetMapping, SheetSeen, TableView } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { Cell, DataTable } from '../../parts/data-table';

export interface NewTable {
  readonly table: string | null;
  readonly headingLine: number;
}

const UNITS: Readonly<Record<string, readonly string[]>> = {
  mm: ['mm', 'in'],
  ml: ['ml', 'l', 'US fl oz'],
  deg: ['deg'],
  MPa: ['MPa', 'bar', 'psi'],
  'l/min': ['l/min', 'US gal/min'],
  N: ['N', 'kgf', 'lbf'],
  Nm: ['Nm', 'lbf ft'],
};

/** One sheet of a list: what its rows are, what each column is, and what holds for every row. */
@Component({
  selector: 'app-sheet-match',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, MatSelectModule, MatInputModule, MatFormFieldModule],
  templateUrl: './sheet-match.html',
  styleUrl: './bring-in.scss',
})
export class SheetMatch {
  readonly seen = input.required<SheetSeen>();
  readonly mapping = input.required<SheetMapping>();
  readonly tables = input.required<readonly TableView[]>();
  readonly catalogue = input<CatalogueSummary | undefined>();
  /** Sources and makers that come with this mapping. */
  readonly coming = input<{ readonly source?: string; readonly maker?: string }>({});
  readonly changed = output<SheetMapping>();
  readonly retable = output<NewTable>();

  protected readonly shape = computed(() => this.tables().find((t) => t.table === this.mapping().table));
  /** What the table wants and no column gives, and what was said to hold for every row. */
  protected readonly open = computed(() => {
    const matched = new Set(this.mapping().columns.map((c) => c.to));
    return (this.shape()?.columns ?? []).filter(
      (c) => (c.required && !matched.has(c.name)) || lookup(this.mapping().fixed, c.name) !== undefined,
    );
  });

  protected readonly matched = computed(() => this.mapping().columns.map((c, index) => ({ ...c, index })));
  protected look = (c: ColumnMapping): string => (c.to === null ? 'quiet' : '');

  protected readonly hasUnits = computed(() => this.mapping().columns.some((c) => this.unitOf(c) !== undefined));

  protected examples(index: number): string {
    const rows = this.seen().lines.filter((l) => l.line > this.mapping().headingLine);
    const values = [...new Set(rows.map((l) => l.cells[index] ?? '').filter((cell) => cell !== ''))].slice(0, 3);
    return values.join(' · ').slice(0, 60);
  }

  protected unitOf(c: ColumnMapping): string | undefined {
    return this.shape()?.columns.find((column) => column.name === c.to)?.unit;
  }
  protected readonly unitsFor = (unit: string): readonly string[] => lookup(UNITS, unit) ?? [unit];

  protected choicesOf(
    name: string,
    choices: readonly string[] | undefined,
  ): { id: string; words: string }[] | undefined {
    if (choices) return choices.map((id) => ({ id, words: id }));
    const { source, maker } = this.coming();
    const added = (id: string | undefined): { id: string; words: string }[] =>
      id ? [{ id, words: `${id} (new)` }] : [];
    if (name === 'source')
      return [...(this.catalogue()?.sources ?? []).map((s) => ({ id: s.id, words: s.title })), ...added(source)];
    if (['issuer', 'other_issuer', 'maker'].includes(name))
      return [...(this.catalogue()?.makers ?? []).map((m) => ({ id: m.id, words: m.name })), ...added(maker)];
    return undefined;
  }

  protected column(index: number, to: Omit<ColumnMapping, 'heading'>): void {
    // A column of the table can be given by one column of the sheet: the last choice holds.
    const columns = this.mapping().columns.map((c, i) =>
      i === index
        ? { heading: c.heading, ...to }
        : c.to !== null && c.to === to.to
          ? { heading: c.heading, to: null }
          : c,
    );
    this.changed.emit({ ...this.mapping(), columns });
  }

  protected fix(name: string, value: string): void {
    const { [name]: _, ...rest } = this.mapping().fixed;
    this.changed.emit({ ...this.mapping(), fixed: value.trim() === '' ? rest : { ...rest, [name]: value.trim() } });
  }
}
