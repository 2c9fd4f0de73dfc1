import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { MeasurementView } from '@kerabat/contract';
import { findAttribute, type MeasuredDimension } from '@kerabat/core/attribute';
import { readBenchLine } from '@kerabat/core/identify';
import { JobService } from '../../jobs/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { lookup } from '@kerabat/core/words';

/** The usual instrument is taken when none is named; "ruler" after the figure says otherwise. */
const TOOL: Readonly<Record<string, string>> = { caliper: ' cal', ruler: ' ruler' };

/** One value that is missing, entered as it is called across the shop; what was understood is echoed before it is kept. */
@Component({
  selector: 'app-measure-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ProblemLine],
  template: `
    @let m = measure();
    <form class="measure" (submit)="record($event)">
      <label [for]="id()">{{ m.what }}, {{ m.side === 'unit' ? 'new unit' : 'vehicle' }}</label>
      <span class="entry">
        @if (choices(); as list) {
          <select [id]="id()" class="field" (change)="text.set($any($event.target).value)">
            <option value="" [selected]="text() === ''">look, then choose…</option>
            @for (c of list; track c) {
              <option [value]="c" [selected]="text() === c">{{ c.replace('-', ' ') }}</option>
            }
          </select>
        } @else {
          <input
            [id]="id()"
            class="field mono"
            autocomplete="off"
            [value]="text()"
            (input)="text.set($any($event.target).value)"
            [placeholder]="like()"
            [attr.aria-describedby]="id() + '-echo'"
          />
        }
        <button matButton="outlined" type="submit">Record</button>
      </span>
      <span class="small mono echo" [id]="id() + '-echo'" aria-live="polite" [class.bad]="bad()">{{ echo() }}</span>
      @if (where()) {
        <span class="quiet small"
          >{{ m.where }}{{ m.onVehicle ? '; nothing has to come off' : m.off ? '; off first: ' + m.off : '' }}</span
        >
      }
    </form>
    <app-problem-line [text]="problem()" />
  `,
  styles: `
    .measure {
      display: flex;
      gap: 4px 8px;
      flex-wrap: wrap;
      align-items: center;
      margin-top: 4px;
    }
    .entry {
      display: inline-flex;
      gap: 6px;
    }
    input {
      width: 8.5rem;
    }
    span.small {
      margin-left: 0;
    }
    .echo {
      color: var(--quiet);
    }
    .echo.bad {
      color: var(--nofit);
    }
    @media (max-width: 700px) {
      input,
      select {
        height: 40px;
        width: 9.5rem;
        font-size: 17px;
      }
      button {
        height: 40px;
        white-space: nowrap;
      }
    }
  `,
})
export class MeasureField {
  private readonly service = inject(JobService);
  readonly measure = input.required<MeasurementView>();
  readonly where = input(true);
  private readonly row = computed(() => findAttribute(this.measure().attribute));
  protected readonly choices = computed(() => {
    const row = this.row();
    return row?.kind === 'choice' ? [...(row.choices ?? []), 'none'] : undefined;
  });
  /** What an answer looks like. */
  protected readonly like = computed(() => {
    const row = this.row();
    if (row?.kind !== 'quantity')
      return row?.kind === 'count' ? 'a number' : row?.kind === 'thread' ? 'M10x1.0' : 'as marked';
    return (
      {
        length: 'mm or in',
        angle: 'degrees',
        volume: 'ml',
        pressure: 'bar or psi',
        flow: 'l/min',
        force: 'N or lbf',
        torque: 'Nm',
      }[row.dimension as MeasuredDimension] ?? ''
    );
  });
  protected readonly text = signal('');
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
  protected readonly echo = computed(() => {
    const read = this.read();
    if (!read) return '';
    return read.recognised ? [read.echo, read.doubt].filter(Boolean).join('. ') : read.problem;
  });

  protected async record(event: Event): Promise<void> {
    event.preventDefault();
    if (this.text().trim() === '') return;
    this.problem.set(await this.service.measure(this.measure(), this.line()));
    if (this.problem() === undefined) this.text.set('');
  }
}
