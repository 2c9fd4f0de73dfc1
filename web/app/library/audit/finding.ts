import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Finding, RowView, Settlement } from '@kerabat/contract';
import { ProblemLine } from '../../parts/problem-line';
import { Audit } from './audit-service';

const CONDITIONS = ['check', 'move-over', 'mated-part', 'without-reservoir', 'rod', 'line', 'order'];

/** One contradiction: the rows that are concerned, and every way to settle it. */
@Component({
  selector: 'app-finding',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, ProblemLine],
  template: `
    @if (finding().accepted; as accepted) {
      <p class="small">
        Accepted by {{ accepted.by }} on {{ accepted.at.slice(0, 10) }}: {{ accepted.reason }}
        <button type="button" class="act" (click)="withdraw(accepted.id)">Open it again</button>
      </p>
    }
    <label class="why"
      >Why it is settled so
      <input
        class="field"
        autocomplete="off"
        maxlength="300"
        [value]="reason()"
        #why
        (input)="reason.set(why.value)"
        placeholder="for whoever looks next"
      />
    </label>
    <app-problem-line [text]="problem()" />
    <table class="plain">
      <tbody>
        @for (row of finding().rows; track $index) {
          <tr>
            <th scope="row">
              @if (row.unitId) {
                <a [routerLink]="['/units', row.unitId]">{{ row.words }}</a>
              } @else {
                {{ row.words }}
              }
              <div class="small quiet">said by {{ row.source }}</div>
            </th>
            <td>
              @for (f of row.fields; track f.field) {
                <form class="fix" (submit)="correct($event, row, f.field, f.value)">
                  @if (f.choices) {
                    <select class="field" name="value" [attr.aria-label]="f.words + ' of ' + row.words">
                      @for (c of f.choices; track c) {
                        <option [value]="c" [selected]="c === f.value">{{ c }}</option>
                      }
                    </select>
                  } @else {
                    <input
                      class="field mono"
                      name="value"
                      autocomplete="off"
                      maxlength="200"
                      [attr.aria-label]="f.words + ' of ' + row.words"
                      [value]="f.value"
                    />
                  }
                  <button type="submit" class="act" [attr.aria-label]="'Put right: ' + f.words + ' of ' + row.words">
                    put right
                  </button>
                  <span class="small quiet">{{ f.words }}</span>
                </form>
              }
              @if (row.link; as link) {
                <span class="fix">
                  <input
                    class="field"
                    autocomplete="off"
                    maxlength="200"
                    placeholder="condition"
                    [attr.aria-label]="'Condition of ' + row.words"
                    #text
                  />
                  <select class="field" [attr.aria-label]="'Kind of condition of ' + row.words" #kind>
                    @for (c of conditions; track c) {
                      <option [value]="c">{{ c }}</option>
                    }
                  </select>
                  <button
                    type="button"
                    class="act"
                    [attr.aria-label]="'Add a condition to ' + row.words"
                    (click)="act({ kind: 'condition', link, condition: { kind: kind.value, text: text.value } })"
                  >
                    add
                  </button>
                </span>
                <button
                  type="button"
                  class="act"
                  [attr.aria-label]="'Mark as does not fit: ' + row.words"
                  (click)="act({ kind: 'does-not-fit', link })"
                >
                  does not fit
                </button>
              }
              @if (row.removable) {
                <button
                  type="button"
                  class="act"
                  [attr.aria-label]="'Take out: ' + row.words"
                  (click)="act({ kind: 'remove', row: { kept: row.kept, key: row.key } })"
                >
                  take out
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (!finding().accepted) {
      <button matButton="outlined" type="button" (click)="act({ kind: 'accept' })">Accept it as it is</button>
    }
  `,
  styleUrl: './audit.scss',
})
export class FindingPart {
  private readonly audit = inject(Audit);
  readonly finding = input.required<Finding>();
  protected readonly conditions = CONDITIONS;
  protected readonly reason = signal('');
  protected readonly problem = signal<string | undefined>(undefined);

  protected correct(event: Event, row: RowView, field: string, seen: string): void {
    event.preventDefault();
    const written = (event.target as HTMLFormElement).elements.namedItem('value') as
      HTMLInputElement | HTMLSelectElement;
    const value = written.value;
    if (value === seen) return this.problem.set('It reads so already: write what it should be.');
    void this.act({ kind: 'correct', row: { kept: row.kept, key: row.key }, field, seen, value });
  }

  protected async act(act: Settlement['act']): Promise<void> {
    const reason = this.reason().trim();
    if (reason === '') return this.problem.set('Say why first: whoever looks next wants to know.');
    if (act.kind === 'condition' && act.condition.text.trim() === '')
      return this.problem.set('Write the condition first.');
    this.problem.set(await this.audit.settle({ fingerprint: this.finding().fingerprint, reason, act }));
  }

  protected async withdraw(id: number): Promise<void> {
    this.problem.set(await this.audit.withdraw(id));
  }
}
