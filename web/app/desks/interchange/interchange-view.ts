import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { GeometricView, InterchangeAnswer, InterchangeEntry } from '@kerabat/contract';
import { Cell, DataTable } from '../../parts/data-table';
import { Folded } from '../../parts/folded';
import { inAddress } from '../../parts/in-address';
import { PartNumber } from '../../parts/part-number';
import { CompareTable } from '../compare/compare-table';
import { filtered, type InterchangeFilter, isRowOf, readFilter, writeFilter } from './interchange-filter';
import { GRADES, InterchangeTable } from './interchange-table';
import { RingMap } from './ring-map';

/** The wanted one and three others can be read beside each other. */
const MOST_BESIDE = 3;

/**
 * All interchange of a unit: narrowed, as a table or as rings, side by side, and apart from them what only geometry
 * speaks for.
 */
@Component({
  selector: 'app-interchange-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Cell,
    DataTable,
    Folded,
    MatSelectModule,
    MatInputModule,
    MatFormFieldModule,
    MatCheckboxModule,
    MatButtonModule,
    RouterLink,
    InterchangeTable,
    RingMap,
    CompareTable,
    PartNumber,
  ],
  templateUrl: './interchange-view.html',
  styleUrl: './interchange-view.scss',
})
export class InterchangeView {
  readonly interchange = input.required<InterchangeAnswer>();
  /** What the wanted unit is called. */
  readonly name = input('');
  readonly choosable = input(false);
  readonly jobId = input<number>();
  readonly chosen = output<InterchangeEntry>();
  readonly chosenByGeometry = output<GeometricView>();
  readonly changed = output();

  protected readonly grades = GRADES;
  private readonly kept = inAddress('only');
  protected readonly filter = computed(() => readFilter(this.kept()));
  protected readonly map = signal(false);
  protected readonly open = signal('');
  protected readonly beside = signal<readonly string[]>([]);
  protected readonly entries = computed(() => filtered(this.interchange().entries, this.filter()));
  protected readonly hidden = computed(() => this.interchange().entries.length - this.entries().length);
  protected readonly shown = computed(() => ({ ...this.interchange(), entries: this.entries() }));
  protected readonly compared = computed(() =>
    this.interchange().unitId.includes(':') ? this.beside() : [this.interchange().unitId, ...this.beside()],
  );
  /** The entry that was opened on the map; the table shows its path. */
  protected readonly opened = computed(() => this.entries().filter((e) => isRowOf(e, this.open())));
  protected readonly openedGeometric = computed(() =>
    this.interchange().byGeometry.find((u) => u.unitId === this.open()),
  );

  protected change(part: Partial<InterchangeFilter>): void {
    this.kept.set(writeFilter({ ...this.filter(), ...part }));
  }

  protected show(grade: InterchangeEntry['grade'], on: boolean): void {
    const others = this.filter().hidden.filter((g) => g !== grade);
    this.change({ hidden: on ? others : [...others, grade] });
  }

  protected pick(id: string): void {
    this.beside.update((list) =>
      list.includes(id) ? list.filter((x) => x !== id) : [...list, id].slice(-MOST_BESIDE),
    );
  }

  protected readonly any = Infinity;
  /** A share from 0 to 1; what is none narrows nothing. */
  protected readonly share = (text: string): number => {
    const n = Number(text.replace(',', '.'));
    return Number.isFinite(n) ? Math.min(1, Math.max(0, n)) : 0;
  };
}
