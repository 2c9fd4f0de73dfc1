import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { GeometricView, KinAnswer, KinEntry } from '@kerabat/contract';
import { CompareTable } from '../../parts/compare-table';
import { PartNumber } from '../../parts/part-number';
import { EVERYTHING, filtered, type KinFilter } from './kin-filter';
import { GRADES, KinTable } from './kin-table';
import { RingMap } from './ring-map';

/** The wanted one and three others can be read beside each other. */
const MOST_BESIDE = 3;

/** All kin of a unit: narrowed, as a table or as rings, side by side, and apart from them what only geometry speaks for. */
@Component({
  selector: 'app-kin-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, KinTable, RingMap, CompareTable, PartNumber],
  templateUrl: './kin-view.html',
  styleUrl: './kin-view.scss',
})
export class KinView {
  readonly kin = input.required<KinAnswer>();
  /** What the wanted unit is called. */
  readonly name = input('');
  readonly choosable = input(false);
  readonly jobId = input<number>();
  readonly chosen = output<KinEntry>();
  readonly chosenByGeometry = output<GeometricView>();
  readonly changed = output();

  protected readonly grades = GRADES;
  protected readonly filter = signal<KinFilter>(EVERYTHING);
  protected readonly map = signal(false);
  protected readonly open = signal('');
  protected readonly beside = signal<readonly string[]>([]);
  protected readonly entries = computed(() => filtered(this.kin().entries, this.filter()));
  protected readonly hidden = computed(() => this.kin().entries.length - this.entries().length);
  protected readonly shown = computed(() => ({ ...this.kin(), entries: this.entries() }));
  protected readonly compared = computed(() =>
    this.kin().unitId.includes(':') ? this.beside() : [this.kin().unitId, ...this.beside()],
  );
  /** The entry that was opened on the map; the table shows its path. */
  protected readonly opened = computed(() => this.entries().filter((e) => e.node === this.open()));
  protected readonly openedGeometric = computed(() => this.kin().byGeometry.find((u) => u.unitId === this.open()));

  protected change(part: Partial<KinFilter>): void {
    this.filter.update((f) => ({ ...f, ...part }));
  }

  protected show(grade: KinEntry['grade'], on: boolean): void {
    const others = this.filter().hidden.filter((g) => g !== grade);
    this.change({ hidden: on ? others : [...others, grade] });
  }

  protected pick(id: string): void {
    this.beside.update((list) =>
      list.includes(id) ? list.filter((x) => x !== id) : [...list, id].slice(-MOST_BESIDE),
    );
  }

  protected readonly most = (text: string): number => (text === '' ? Infinity : Number(text));
}
