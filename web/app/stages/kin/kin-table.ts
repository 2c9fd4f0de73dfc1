import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { KinEntry } from '@kerabat/contract';
import type { FourState } from '@kerabat/core/fit';
import { PartNumber } from '../../parts/part-number';
import { StateMark } from '../../parts/state-mark';

const GRADES: readonly { readonly grade: KinEntry['grade']; readonly words: string; readonly state: FourState }[] = [
  { grade: 'same', words: 'Same unit, other numbers', state: 'fits' },
  { grade: 'drop-in', words: 'Drop-in', state: 'fits' },
  { grade: 'with-changes', words: 'With changes', state: 'fits-with-change' },
  { grade: 'does-not-fit', words: 'Looks alike, does not fit', state: 'does-not-fit' },
];

const KIND_WORDS: Readonly<Record<string, string>> = {
  same: 'is the same as',
  'superseded-by': 'was superseded by',
  'drop-in': 'can be replaced by',
  'with-changes': 'can be replaced, with changes, by',
  'does-not-fit': 'is not replaced by',
};

/** Kin of a unit in grades; each entry opens its path, step by step. */
@Component({
  selector: 'app-kin-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, StateMark, PartNumber],
  template: `
    @for (group of groups(); track group.grade) {
      <h3>
        <app-state-mark [state]="group.state" [size]="16" /> {{ group.words }} <span class="quiet">{{ group.entries.length }}</span>
      </h3>
      <table class="plain">
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
          @for (e of group.entries; track e.name) {
            <tr>
              <td>
                @if (e.unitId && e.numbers.length !== 1) {
                  <a [routerLink]="['/units', e.unitId]">{{ e.name }}</a>
                } @else if (e.unitId && e.grade !== 'same') {
                  <a [routerLink]="['/units', e.unitId]">{{ e.name }}</a>
                }
                @for (n of e.numbers.slice(0, 4); track n.issuer + n.written) {
                  <div>
                    <app-part-number [number]="n.written" /><span class="quiet small">{{ n.issuer }}{{ n.status === 'current' ? '' : ', ' + n.status }}</span>
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
                <button matButton type="button" (click)="toggle(e.name)" [attr.aria-expanded]="open() === e.name">path</button>
              </td>
              <td>
                @if (choosable() && !e.unitId && e.grade !== 'does-not-fit') {
                  <span class="quiet small">no unit record: its joints cannot be checked</span>
                }
                @if (choosable() && e.unitId && e.grade !== 'does-not-fit') {
                  <button matButton="outlined" type="button" (click)="chosen.emit(e)" [attr.aria-label]="'Choose ' + e.name">Choose</button>
                }
              </td>
            </tr>
            @if (open() === e.name) {
              <tr>
                <td colspan="5" class="path">
                  @for (path of e.paths; track $index) {
                    <ol>
                      @for (step of path; track $index) {
                        <li>
                          <span class="mono">{{ step.from }}</span> {{ kindWords(step.kind) }} <span class="mono">{{ step.to }}</span>
                          @for (a of step.assertions; track a.source + a.date) {
                            <span class="quiet small">{{ a.source }}, {{ a.date }}{{ a.person ? ', ' + a.person : '' }}{{ a.note ? ': ' + a.note : '' }}</span>
                          }
                          <span class="mono small">trust {{ step.trust.toFixed(2) }}</span>
                        </li>
                      }
                    </ol>
                  }
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
    td:first-child {
      width: 38%;
    }
    .path {
      background: var(--sheet);
    }
    ol {
      margin: 2px 0;
      padding-left: 22px;
    }
    li span {
      margin-right: 6px;
    }
  `,
})
export class KinTable {
  readonly entries = input.required<readonly KinEntry[]>();
  readonly choosable = input(false);
  readonly chosen = output<KinEntry>();
  protected readonly open = signal('');
  protected readonly groups = computed(() =>
    GRADES.map((g) => ({ ...g, entries: this.entries().filter((e) => e.grade === g.grade) })).filter((g) => g.entries.length > 0),
  );

  protected toggle(name: string): void {
    this.open.update((open) => (open === name ? '' : name));
  }

  protected kindWords = (kind: string): string => KIND_WORDS[kind] ?? kind;

  /** Why it does not fit: what the last step's sources say. */
  protected reason(entry: KinEntry): string {
    const assertions = entry.paths[0]?.find((step) => step.kind === 'does-not-fit')?.assertions ?? [];
    return assertions.map((a) => a.note ?? a.source).join('; ');
  }
}
