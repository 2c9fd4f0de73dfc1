import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { ErrorStateMatcher } from '@angular/material/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { MeasurementView } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { readBenchLine } from '@kerabat/core/find/identify';
import { findAttribute, type MeasuredDimension } from '@kerabat/core/named/attribute';
import { Instruments, readingText, TAKE_KEY } from '../../api/instruments';
import { JobService } from '../../job/job-service';
import { OpensFirst } from '../../parts/opens-first';
import { Shortcuts } from '../../parts/shortcuts';
import { ProblemLine } from '../../parts/problem-line';

/** The usual instrument is taken when none is named; "ruler" after the figure says otherwise. */
const TOOL: Readonly<Record<string, string>> = { caliper: ' cal', ruler: ' ruler' };
/** What an answer looks like, by what is measured. */
const LIKE: Readonly<Record<MeasuredDimension, string>> = {
  length: 'mm or in',
  angle: 'degrees',
  volume: 'ml',
  pressure: 'bar or psi',
  flow: 'l/min',
  force: 'N or lbf',
  torque: 'Nm',
};

/**
 * One value that is missing, entered as it is called across the shop; what was understood is echoed before it is kept.
 * On a drawing (`bare`) it is the field alone, and the drawing says the rest.
 */
@Component({
  selector: 'app-measure-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    OpensFirst,
    ProblemLine,
  ],
  host: { '[attr.data-fact]': 'measure().attribute' },
  templateUrl: './measure-field.html',
  styleUrl: './measure-field.scss',
})
export class MeasureField {
  private readonly service = inject(JobService);
  private readonly instruments = inject(Instruments);
  private readonly shortcuts = inject(Shortcuts);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly measure = input.required<MeasurementView>();
  readonly where = input(true);
  readonly bare = input(false);
  /** What stands in an empty field on a drawing. */
  readonly short = input<string>();
  /** What was understood of what is typed, for whoever shows it beside the drawing. */
  readonly told = output<{ readonly echo: string; readonly bad: boolean }>();
  readonly recorded = output();

  private readonly row = computed(() => findAttribute(this.measure().attribute));
  protected readonly choices = computed(() => {
    const row = this.row();
    return row?.kind === 'choice' ? [...(row.choices ?? []), 'none'] : undefined;
  });
  protected readonly label = computed(
    () => `${this.measure().what}, ${this.measure().side === 'unit' ? 'new unit' : 'vehicle'}`,
  );
  protected readonly like = computed(() => {
    const row = this.row();
    if (row?.kind !== 'quantity')
      return row?.kind === 'count' ? 'number' : row?.kind === 'thread' ? 'M10x1.0' : 'as marked';
    return lookup(LIKE, row.dimension ?? '') ?? '';
  });
  protected readonly field = new FormControl('', { nonNullable: true });
  private readonly text = toSignal(this.field.valueChanges, { initialValue: '' });
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly id = computed(() => `m-${this.measure().key.replace(/[^\w-]/g, '-')}`);

  /** The bench line that the entry makes; a figure without an instrument was taken with the usual one. */
  protected readonly line = computed(() => {
    const { line, tool } = this.measure();
    const text = this.text().trim();
    const named = /\s(cal|caliper|vernier|ruler|tape|scale|mic|micrometer|gauge|bg)\.?$/i.test(text);
    const measured = this.row()?.kind === 'quantity' && !named;
    return `${line}${text}${measured ? (lookup(TOOL, tool ?? '') ?? '') : ''}`;
  });
  private readonly read = computed(() => (this.text().trim() === '' ? undefined : readBenchLine(this.line())));
  protected readonly bad = computed(() => this.read()?.recognised === false);
  /** What is wrong with what was typed, said at the field. */
  protected readonly wrong = computed(() => this.problem() ?? (this.bad() && this.tried() ? this.echo() : undefined));
  /** What an instrument sent last. */
  private taken: string | undefined;
  /** Whether Enter was pressed: nobody is told off while typing. */
  private readonly tried = signal(false);
  protected readonly matcher: ErrorStateMatcher = { isErrorState: () => this.wrong() !== undefined };
  protected readonly echo = computed(() => {
    const read = this.read();
    if (!read) return '';
    return read.recognised ? [read.echo, read.doubt].filter(Boolean).join('. ') : read.problem;
  });

  constructor() {
    effect(() => {
      const told = { echo: this.problem() ?? this.echo(), bad: this.bad() || this.problem() !== undefined };
      untracked(() => this.told.emit(told));
    });
  }

  protected onKey(event: KeyboardEvent): void {
    const live = this.instruments.caliper();
    if (event.key !== TAKE_KEY || !live) return;
    event.preventDefault();
    this.field.setValue(`${readingText(live)} cal`);
    this.taken = this.text();
  }

  protected async record(): Promise<void> {
    if (this.text().trim() === '') return this.shortcuts.goOn();
    this.tried.set(true);
    if (this.bad()) return;
    const taken = this.text() === this.taken;
    this.problem.set(await this.service.measure(this.measure(), this.line(), taken));
    if (this.problem() !== undefined) return;
    this.field.setValue('');
    this.tried.set(false);
    this.recorded.emit();
  }

  focus(): void {
    this.host.nativeElement.querySelector<HTMLElement>('input, mat-select')?.focus();
  }
}
