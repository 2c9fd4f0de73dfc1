import { DatePipe, DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { ToRecordView } from '@kerabat/contract';
import { Api } from '../../api/api';
import { Cell, DataTable } from '../../parts/data-table';
import { PartNumber } from '../../parts/part-number';
import { ProblemLine } from '../../parts/problem-line';
import { RecordService } from './record-service';

/** So many lines are told at once. */
const SHOWN = 12;
/** So many units of a line are named before the rest is counted. */
const NAMED = 4;

/** What to measure once and record, so that the next jobs ask less: by trial on the workshop's own catalogue. */
@Component({
  selector: 'app-record-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cell, DataTable, DatePipe, MatButtonModule, MatProgressBarModule, PartNumber, ProblemLine, RouterLink],
  providers: [RecordService],
  templateUrl: './record-page.html',
  styles: `
    .head h1 {
      flex: 1;
    }
    .lead {
      max-width: 60rem;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .number {
      margin-left: 8px;
    }
    .box {
      display: inline-block;
      width: 14px;
      height: 14px;
      border: 1px solid var(--ink);
    }
  `,
})
export class RecordPage {
  protected readonly service = inject(RecordService);
  protected readonly api = inject(Api);
  private readonly document = inject(DOCUMENT);
  protected readonly most = NAMED;
  protected readonly all = signal(false);
  protected readonly answer = this.service.answer;
  protected readonly running = computed(() => this.answer()?.state === 'running');
  protected readonly share = computed(() => {
    const { done = 0, of = 0 } = this.answer()?.progress ?? {};
    return of === 0 ? 0 : (100 * done) / of;
  });
  protected readonly told = computed(() => {
    const { done = 0, of = 0 } = this.answer()?.progress ?? {};
    return of === 0 ? 'Reading the catalogue …' : `${done} of ${of} jobs tried`;
  });
  private readonly every = computed(() => this.answer()?.lines ?? []);
  protected readonly lines = computed(() => (this.all() ? this.every() : this.every().slice(0, SHOWN)));
  protected readonly more = computed(() => this.every().length - this.lines().length);
  protected byKey = (_: number, { key }: ToRecordView): string => key;
  protected named = ({ where }: ToRecordView): ToRecordView['where'] => where.slice(0, NAMED);

  constructor() {
    this.service.look();
  }

  protected print(): void {
    this.all.set(true);
    // The rest of the list has to stand in the page first.
    setTimeout(() => this.document.defaultView?.print());
  }
}
