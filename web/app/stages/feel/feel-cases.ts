import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { effortFor, type Compared } from '@kerabat/core/feel';
import { feelVerdictWords } from '@kerabat/core/words';
import { FeelDesk } from './feel-desk';

/** Cases side by side: what an everyday stop takes, what the hardest push reaches, which axle locks first. */
@Component({
  selector: 'app-feel-cases',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Cases side by side">
      <table class="plain">
        <thead>
          <tr>
            <th>case</th>
            @for (one of desk.worked(); track one.column.id) {
              <th>{{ one.column.name }}: {{ everyday() }} takes</th>
              <th>at {{ hardest() }} N</th>
              <th>locks first</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.name) {
            <tr>
              <th scope="row">{{ row.name }}</th>
              @for (cell of row.cells; track $index) {
                <td class="mono">{{ cell.effort }}</td>
                <td class="mono">{{ cell.reached }}</td>
                <td [class.bad]="cell.rear">{{ cell.first }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
    @for (said of verdicts(); track said.where + said.words) {
      <p class="verdict small" [class]="said.weight">
        <b>{{ said.where }}</b> {{ said.words }}
        @if (said.also; as names) {
          <span class="quiet">So too: {{ names }}.</span>
        }
      </p>
    }
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    table {
      width: auto;
    }
    td {
      white-space: nowrap;
    }
    .bad {
      color: var(--nofit);
      font-weight: 600;
    }
    .verdict {
      margin: 4px 0;
      padding: 2px 8px;
      border-left: 3px solid var(--line);
    }
    .stop {
      border-color: var(--nofit);
    }
    .warning {
      border-color: var(--change);
    }
  `,
})
export class FeelCases {
  protected readonly desk = inject(FeelDesk);
  protected readonly everyday = computed(() => `${this.desk.limits().everyday} g`);
  protected readonly hardest = computed(() => this.desk.worked()[0]?.cases[0]?.points.at(-1)?.pedalForce ?? 0);

  protected readonly rows = computed(() => {
    const limits = this.desk.limits();
    return this.desk.cases().map((how, i) => ({
      name: how.name ?? '',
      cells: this.desk.worked().map(({ vehicle, setUp, cases }) => {
        const effort = effortFor(limits.everyday, vehicle, setUp, how, limits);
        const last = cases[i]?.points.at(-1);
        return {
          effort:
            effort === undefined
              ? last?.deceleration === undefined
                ? 'not known'
                : 'none reaches it'
              : `${effort.toFixed(0)} N`,
          reached: last?.deceleration === undefined ? 'not known' : `${last.deceleration.toFixed(2)} g`,
          first: how.lost === 'front' || how.lost === 'rear' ? '' : (last?.firstToLock ?? 'not known'),
          rear: last?.firstToLock === 'rear' && how.lost === undefined,
        };
      }),
    }));
  });

  /** What is to be said of the set-ups, each sentence once, with the cases that it holds in. */
  protected readonly verdicts = computed(() => {
    const said = new Map<string, { words: string; weight: string; where: string; also: string[] }>();
    for (const { column, cases } of this.desk.worked())
      cases.forEach((one: Compared, i) => {
        for (const verdict of one.verdicts) {
          const words = feelVerdictWords(verdict);
          const name = this.desk.cases()[i]?.name ?? '';
          const key = `${column.id}/${verdict.code}`;
          const before = said.get(key);
          if (before) before.also.push(name);
          else
            said.set(key, {
              words,
              weight: verdict.weight,
              where: `${column.name}${i === 0 ? '' : `, ${name}`}:`,
              also: [],
            });
        }
      });
    const order = ['stop', 'warning', 'not-known', 'note'];
    return [...said.values()]
      .map((one) => ({ ...one, also: one.weight === 'not-known' || one.weight === 'note' ? '' : one.also.join(', ') }))
      .sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight));
  });
}
