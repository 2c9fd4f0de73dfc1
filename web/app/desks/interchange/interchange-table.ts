import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  input,
  model,
  output,
} from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { InterchangeEntry } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/base/state';
import { Below, Cell, DataTable } from '../../parts/data-table';
import { PartNumber } from '../../parts/part-number';
import { StateMark } from '../../parts/state-mark';
import { boxOf, byBox, type InterchangeRow, isGone, isOld, lastly, trustWords } from './interchange-filter';
import { InterchangePathsPart } from './interchange-paths';

export const GRADES: readonly {
  readonly grade: InterchangeEntry['grade'];
  readonly words: string;
  readonly short: string;
  readonly state: FourState;
}[] = [
  { grade: 'same', words: 'Same unit, other numbers', short: 'same', state: 'fits' },
  { grade: 'drop-in', words: 'Drop-in', short: 'drop-in', state: 'fits' },
  { grade: 'with-changes', words: 'With changes', short: 'with changes', state: 'fits-with-change' },
  { grade: 'does-not-fit', words: 'Looks alike, does not fit', short: 'does not fit', state: 'does-not-fit' },
];

/** A way that is trusted less than the floor ranks below every other, whatever its grade. */
const LITTLE_TRUSTED = {
  grade: 'little-trusted',
  words: 'Little trusted: confirm before ordering',
  state: 'not-known' as FourState,
};
const groupOf = (e: InterchangeEntry): string =>
  e.underFloor && e.grade !== 'does-not-fit' ? LITTLE_TRUSTED.grade : e.grade;

/** Interchange of a unit in grades; each entry opens its path, step by step. */
@Component({
  selector: 'app-interchange-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(focusin)': 'hold($event)' },
  imports: [
    Below,
    Cell,
    DataTable,
    MatCheckboxModule,
    MatButtonModule,
    RouterLink,
    StateMark,
    PartNumber,
    InterchangePathsPart,
  ],
  templateUrl: './interchange-table.html',
  styles: `
    h3 {
      display: flex;
      align-items: center;
      gap: 8px;
      margin: 12px 8px 4px;
      font-size: var(--size-text);
    }
    mat-checkbox {
      vertical-align: middle;
    }
  `,
})
export class InterchangeTable {
  readonly entries = input.required<readonly InterchangeEntry[]>();
  readonly unitId = input.required<string>();
  readonly jobId = input<number>();
  readonly choosable = input(false);
  /** Units that are compared side by side. */
  readonly beside = input<readonly string[]>([]);
  readonly chosen = output<InterchangeEntry>();
  readonly picked = output<string>();
  /** Something was recorded against a link: the interchange are no longer what they were. */
  readonly changed = output();
  /** The entry whose path is open. */
  readonly open = model('');
  protected readonly groups = computed(() =>
    [
      ...GRADES.filter((g) => g.grade !== 'does-not-fit'),
      LITTLE_TRUSTED,
      ...GRADES.filter((g) => g.grade === 'does-not-fit'),
    ]
      .map((g) => ({
        ...g,
        entries: this.entries()
          .filter((e) => groupOf(e) === g.grade)
          .flatMap(byBox)
          .sort((a, b) => lastly(a) - lastly(b)),
      }))
      .filter((g) => g.entries.length > 0),
  );

  private readonly document = inject(DOCUMENT);
  private focused: HTMLElement | undefined;

  constructor() {
    // A row that moves because its trust changed loses the focus with what is being typed: it is given back at once.
    afterRenderEffect(() => {
      this.entries();
      if (this.focused?.isConnected && this.document.activeElement === this.document.body) this.focused.focus();
    });
  }

  protected readonly box = boxOf;
  protected readonly isOld = isOld;
  protected readonly isGone = isGone;
  protected readonly trustWords = trustWords;
  protected stockOf = ({ numbers }: InterchangeEntry) =>
    numbers.flatMap((n) => n.stock).filter((s, i, all) => all.findIndex((o) => o.supplier === s.supplier) === i);
  /** The lowest that somebody asks who has one. */
  protected priceOf({ numbers }: InterchangeEntry): string {
    const prices = numbers.flatMap((n) => n.stock.flatMap((s) => s.price ?? []));
    return prices.length === 0 ? '' : Math.min(...prices).toFixed(2);
  }

  protected hold(event: FocusEvent): void {
    this.focused = event.target as HTMLElement;
  }

  /** Open by itself, or on the map. */
  protected isOpen({ row, node }: InterchangeRow): boolean {
    return this.open() === row || this.open() === node;
  }

  protected opened = (entry: InterchangeRow): boolean => this.isOpen(entry);
  protected byRow = (_: number, { row }: InterchangeRow): string => row;

  protected toggle(entry: InterchangeRow): void {
    this.open.set(this.isOpen(entry) ? '' : entry.row);
  }

  /** Why it does not fit: what the last step's sources say. */
  protected reason(entry: InterchangeEntry): string {
    const assertions = entry.paths[0]?.find((step) => step.kind === 'does-not-fit')?.assertions ?? [];
    return assertions.map((a) => a.note ?? a.source).join('; ');
  }
}
