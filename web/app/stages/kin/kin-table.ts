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
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { KinEntry } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/fit';
import { PartNumber } from '../../parts/part-number';
import { StateMark } from '../../parts/state-mark';
import { KinPathsPart } from './kin-paths';

export const GRADES: readonly {
  readonly grade: KinEntry['grade'];
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
const groupOf = (e: KinEntry): string => (e.underFloor && e.grade !== 'does-not-fit' ? LITTLE_TRUSTED.grade : e.grade);

/** Kin of a unit in grades; each entry opens its path, step by step. */
@Component({
  selector: 'app-kin-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(focusin)': 'hold($event)' },
  imports: [MatButtonModule, RouterLink, StateMark, PartNumber, KinPathsPart],
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
          <col style="width: 10%" />
          <col />
        </colgroup>
        <thead class="hidden-text">
          <tr>
            <th>number or unit</th>
            <th>conditions</th>
            <th>trust</th>
            <th>path</th>
            <th>choose</th>
          </tr>
        </thead>
        <tbody>
          @for (e of group.entries; track e.node) {
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
                        >{{ s.quantity }} at {{ s.supplier }}</span
                      >
                    }
                  </div>
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
              <td>
                <button matButton type="button" (click)="toggle(e.node)" [attr.aria-expanded]="open() === e.node">
                  path
                </button>
              </td>
              <td class="acts">
                @if (e.unitId && e.unitId !== unitId()) {
                  <label class="small"
                    ><input
                      #tick
                      type="checkbox"
                      [checked]="beside().includes(e.unitId)"
                      (change)="picked.emit(e.unitId)"
                      [attr.aria-label]="'beside: ' + e.name"
                    />
                    beside</label
                  >
                }
                @if (choosable() && !e.unitId && e.grade !== 'does-not-fit') {
                  <span class="quiet small">no unit record: its joints cannot be checked</span>
                }
                @if (choosable() && e.unitId && e.grade !== 'does-not-fit') {
                  <button
                    matButton="outlined"
                    type="button"
                    (click)="chosen.emit(e)"
                    [attr.aria-label]="'Choose ' + e.name"
                  >
                    Choose
                  </button>
                }
              </td>
            </tr>
            @if (open() === e.node) {
              <tr>
                <td colspan="5" class="path">
                  <app-kin-paths [unitId]="unitId()" [entry]="e" [jobId]="jobId()" (changed)="changed.emit()" />
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
    .acts label {
      margin-right: 10px;
      white-space: nowrap;
    }
  `,
})
export class KinTable {
  readonly entries = input.required<readonly KinEntry[]>();
  readonly unitId = input.required<string>();
  readonly jobId = input<number>();
  readonly choosable = input(false);
  /** Units that are compared side by side. */
  readonly beside = input<readonly string[]>([]);
  readonly chosen = output<KinEntry>();
  readonly picked = output<string>();
  /** Something was recorded against a link: the kin are no longer what they were. */
  readonly changed = output();
  /** The entry whose path is open. */
  readonly open = model('');
  protected readonly groups = computed(() =>
    [
      ...GRADES.filter((g) => g.grade !== 'does-not-fit'),
      LITTLE_TRUSTED,
      ...GRADES.filter((g) => g.grade === 'does-not-fit'),
    ]
      .map((g) => ({ ...g, entries: this.entries().filter((e) => groupOf(e) === g.grade) }))
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

  protected hold(event: FocusEvent): void {
    this.focused = event.target as HTMLElement;
  }

  protected toggle(name: string): void {
    this.open.update((open) => (open === name ? '' : name));
  }

  /** Why it does not fit: what the last step's sources say. */
  protected reason(entry: KinEntry): string {
    const assertions = entry.paths[0]?.find((step) => step.kind === 'does-not-fit')?.assertions ?? [];
    return assertions.map((a) => a.note ?? a.source).join('; ');
  }
}
