import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatFormFieldModule } from '@angular/material/form-field';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatStepperModule } from '@angular/material/stepper';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { IMPORT_ENCODINGS, type TableView } from '@kerabat/contract';
import { Api } from '../../api/api';
import { outcome } from '../../api/problem';
import { Cell, DataTable } from '../../parts/data-table';
import { FilePick } from '../../parts/file-pick';
import { Folded } from '../../parts/folded';
import { isNarrow } from '../../parts/narrow';
import { ProblemLine } from '../../parts/problem-line';
import { BringIn } from './bring-in-service';
import { NewOrigin } from './new-origin';
import { SheetMatch } from './sheet-match';
import { WhatCameOfIt } from './what-came-of-it';

/** Lists to begin with; each goes into the demo as it is. */
const SAMPLES = [
  { file: 'cross-references.csv', words: 'Cross-references', holds: 'a number, and the one it will do for' },
  { file: 'stock.csv', words: 'Stock and prices', holds: 'who has a number, how many, at what price' },
  { file: 'units.csv', words: 'Units', holds: 'bore, studs, spigot, rod, ports' },
  { file: 'applications.csv', words: 'Applications', holds: 'which unit sits where in which vehicle' },
] as const;

/** A list that somebody sent, on its way into the catalogue: matched, looked at, brought in. */
@Component({
  selector: 'app-bring-in-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    MatSelectModule,
    MatFormFieldModule,
    FilePick,
    Folded,
    MatButtonModule,
    MatProgressBarModule,
    MatStepperModule,
    RouterLink,
    NewOrigin,
    ProblemLine,
    SheetMatch,
    WhatCameOfIt,
  ],
  templateUrl: './bring-in-page.html',
  styleUrl: './bring-in.scss',
})
export class BringInPage {
  private readonly api = inject(Api);
  protected readonly list = inject(BringIn);
  protected readonly encodings = IMPORT_ENCODINGS;
  protected readonly samples = SAMPLES;
  protected readonly narrow = isNarrow();
  /** What came of a run is shown at once. */
  protected readonly step = linkedSignal((): number => (this.list.view()?.report ? 1 : 0));
  protected readonly over = signal(false);
  private readonly loaded = toSignal(this.api.call('get', '/imports/tables').pipe(outcome()));
  protected readonly catalogue = toSignal(this.api.call('get', '/catalogue').pipe(catchError(() => of(undefined))));
  protected readonly tables = computed(() => this.loaded()?.answer?.tables ?? []);
  protected readonly problem = computed(
    () => this.loaded()?.problem ?? this.list.problem() ?? this.list.view()?.problem,
  );
  protected readonly coming = computed(() => ({
    source: this.list.mapping()?.newSource?.key ?? '',
    maker: this.list.mapping()?.newMaker?.key ?? '',
  }));
  protected readonly percent = computed(() => Math.round((this.list.view()?.progress.share ?? 0) * 100));
  /** Whether any sheet is anything. */
  protected readonly something = computed(
    () => this.list.mapping()?.sheets.some((sheet) => sheet.table !== null) ?? false,
  );
  /** Only text has an encoding that can be mistaken. */
  protected readonly isText = computed(() => /\.(csv|tsv|txt)$/i.test(this.list.view()?.file ?? ''));

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) void this.list.send(file);
  }

  protected hover(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  /** A sheet that is matched to the last column needs no look. */
  protected isSettled(index: number): boolean {
    const sheet = this.list.mapping()?.sheets[index];
    const shape = this.tables().find((t) => t.table === sheet?.table);
    if (!sheet || !shape) return false;
    const given = new Set([...sheet.columns.map((c) => c.to), ...Object.keys(sheet.fixed)]);
    return sheet.columns.every((c) => c.to !== null) && shape.columns.every((c) => !c.required || given.has(c.name));
  }

  protected wanted = (table: TableView): string =>
    table.columns
      .filter(({ required }) => required)
      .map(({ words }) => words)
      .join(', ');

  protected wordsOf(table: string | null): string {
    return this.tables().find((t) => t.table === table)?.words ?? 'Ignore this sheet';
  }
}
