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
import { PartNumber } from '../../parts/part-number';
import { StateMark } from '../../parts/state-mark';
import { boxOf, byBox, type InterchangeRow } from './interchange-filter';
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
  imports: [MatCheckboxModule, MatButtonModule, RouterLink, StateMark, PartNumber, InterchangePathsPart],
  template: `
    @for (group of groups(); track group.grade) {
      <h3>
        <app-state-mark [state]="group.state" [size]="16" /> {{ group.words }}
        <span class="quiet">{{ group.entries.length }}</span>
      </h3>
      <table class="plain">
        <colgroup>
          <col style="width: 36%" />
          <col style="width: 25%" />
          <col style="width: 8%" />
          <col />
        </colgroup>
        <thead class="hidden-text">
          <tr>
            <th>number or unit</th>
            <th>conditions</th>
            <th>trust</th>
            <th>choose</th>
          </tr>
        </thead>
        <tbody>
          @for (e of group.entries; track e.row) {
            <tr>
              <td>
                @if (group.grade === 'little-trusted') {
                  <span class="quiet small">listed as {{ e.grade.replace('-', ' ') }}</span>
                }
                @if (e.unitId && e.numbers.length !== 1) {
                  <a [routerLink]="['/units', e.unitId]">{{ e.name }}</a>
                } @else if (e.unitId && group.grade !== 'same') {
                  <a [routerLink]="['/units', e.unitId]">{{ e.name }}</a>
                }
                @for (n of e.numbers.slice(0, 4); track n.issuer + n.written) {
                  <div>
                    <app-part-number [number]="n.written" /><span class="quiet small"
                      >{{ n.issuer }}{{ n.status === 'current' ? '' : ', ' + n.status }}</span
                    >
                    @for (s of n.stock; track s.supplier) {
                      <span class="stock small" [title]="s.supplier + ' says so since ' + s.date"
                        >{{ s.quantity ?? 'how many not told,' }} at {{ s.supplier
                        }}{{ s.price === undefined ? '' : ', ' + s.price.toFixed(2) }}</span
                      >
                    }
                  </div>
                }
                @if (box(e); as words) {
                  <div class="quiet small">box: {{ words }}</div>
                }
              </td>
              <td>
                @for (c of e.conditions; track c.text) {
                  <div>{{ c.text }}</div>
                }
                @if (e.disputed) {
                  <div class="needs-you small">{{ e.disputed }}</div>
                }
                @if (e.grade === 'does-not-fit') {
                  <div>{{ reason(e) }}</div>
                }
              </td>
              <td class="mono" title="product of the trust of each step">{{ e.trust.toFixed(2) }}</td>
              <td class="acts">
                @if (choosable() && !e.unitId && e.grade !== 'does-not-fit') {
                  <span class="quiet small">no unit record: its joints cannot be checked</span>
                }
                @if (choosable() && e.unitId && e.grade !== 'does-not-fit') {
                  <button
                    matButton="outlined"
                    type="button"
                    (click)="chosen.emit(e)"
                    [attr.aria-label]="'Choose ' + e.name + (box(e) ? ', ' + (e.numbers[0]?.written ?? '') : '')"
                  >
                    Choose
                  </button>
                }
                @if (e.unitId && e.unitId !== unitId()) {
                  <mat-checkbox
                    [checked]="beside().includes(e.unitId)"
                    (change)="picked.emit(e.unitId)"
                    [aria-label]="'Compare: ' + e.name"
                    >compare</mat-checkbox
                  >
                }
                <button matButton type="button" (click)="toggle(e)" [attr.aria-expanded]="isOpen(e)">Path</button>
              </td>
            </tr>
            @if (isOpen(e)) {
              <tr>
                <td colspan="4" class="path">
                  <app-interchange-paths [unitId]="unitId()" [entry]="e" [jobId]="jobId()" (changed)="changed.emit()" />
                </td>
              </tr>
            }
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    h3 {
      margin: 12px 0 2px;
    }
    table {
      table-layout: fixed;
    }
    .path {
      background: var(--sheet);
    }
    .stock {
      margin-left: 8px;
      color: var(--fits);
    }
    .acts {
      text-align: right;
    }
    .acts {
      white-space: nowrap;
    }
    @media (max-width: 700px) {
      table,
      tbody,
      tr,
      td {
        display: block;
      }
      tr {
        border-bottom: 1px solid var(--line);
      }
      td {
        border: 0;
        padding: 2px 8px;
      }
      .acts {
        white-space: normal;
        text-align: left;
      }
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
          .flatMap(byBox),
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

  protected hold(event: FocusEvent): void {
    this.focused = event.target as HTMLElement;
  }

  /** Open by itself, or on the map. */
  protected isOpen({ row, node }: InterchangeRow): boolean {
    return this.open() === row || this.open() === node;
  }

  protected toggle(entry: InterchangeRow): void {
    this.open.set(this.isOpen(entry) ? '' : entry.row);
  }

  /** Why it does not fit: what the last step's sources say. */
  protected reason(entry: InterchangeEntry): string {
    const assertions = entry.paths[0]?.find((step) => step.kind === 'does-not-fit')?.assertions ?? [];
    return assertions.map((a) => a.note ?? a.source).join('; ');
  }
}
