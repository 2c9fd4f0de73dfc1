import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import type { PracticeSetting } from '@kerabat/contract';
import { Api } from '../api/api';
import { Person } from '../api/person';
import { problemOf } from '../api/problem';
import { ProblemLine } from '../parts/problem-line';

/** The workshop's conventions: every figure that is practice, not standard. */
@Component({
  selector: 'app-practice-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, NgTemplateOutlet, ProblemLine],
  template: `
    <div class="page">
      <h1>Practice</h1>
      <p class="quiet">
        These figures are workshop convention, not standard. Geometry, statics and the sizes of the standards are not
        here: they cannot be set.
      </p>
      <app-problem-line [text]="problem()" />
      <table class="plain">
        <thead>
          <tr>
            <th>setting</th>
            <th>value</th>
            <th>unit</th>
            <th>shipped</th>
            <th>why</th>
            <th>changed by</th>
          </tr>
        </thead>
        <tbody>
          @for (s of figures(); track s.key) {
            <tr>
              <td>
                <label [for]="s.key">{{ s.words }}</label>
              </td>
              <td><ng-container *ngTemplateOutlet="field; context: { $implicit: s }" /></td>
              <td>{{ s.unit }}</td>
              <td class="mono">{{ s.standard }}</td>
              <td class="small">{{ s.why }}</td>
              <td class="small quiet">{{ s.by ?? '' }}</td>
            </tr>
          }
        </tbody>
      </table>
      <h2>What a check costs, and how often it is recorded wrong</h2>
      <table class="plain">
        <thead>
          <tr>
            <th>look at</th>
            <th>minutes</th>
            <th>chance of error</th>
            <th>shipped</th>
            <th>where, and what misleads</th>
          </tr>
        </thead>
        <tbody>
          @for (c of checks(); track c.minutes.key) {
            <tr>
              <td>{{ c.words }}</td>
              <td><ng-container *ngTemplateOutlet="field; context: { $implicit: c.minutes }" /></td>
              <td><ng-container *ngTemplateOutlet="field; context: { $implicit: c.epsilon }" /></td>
              <td class="mono">{{ c.minutes.standard }} / {{ c.epsilon.standard }}</td>
              <td class="small">{{ c.minutes.why }}{{ c.epsilon.why ? '; ' + c.epsilon.why : '' }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <ng-template #field let-s>
      <form class="row" (submit)="save($event, s)">
        <input
          [id]="s.key"
          name="value"
          class="mono"
          inputmode="decimal"
          autocomplete="off"
          [value]="s.value"
          [class.own]="s.value !== s.standard"
          [attr.aria-label]="s.words"
        />
        <button matButton type="submit" [attr.aria-label]="'Save ' + s.words">Save</button>
      </form>
    </ng-template>
  `,
  styles: `
    td {
      vertical-align: middle;
    }
    input {
      width: 6.5rem;
      height: 26px;
      box-sizing: border-box;
      border: 1px solid var(--line);
      border-radius: 4px;
      background: var(--raised);
      color: var(--ink);
      padding: 0 6px;
    }
    input.own {
      border: 2px solid var(--ink);
      font-weight: 700;
    }
  `,
})
export class PracticePage {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly dialog = inject(MatDialog);
  protected readonly settings = signal<readonly PracticeSetting[]>([]);
  protected readonly figures = computed(() => this.settings().filter((s) => s.group === 'figures'));
  /** The minutes and the chance of error of each check, in one row. */
  protected readonly checks = computed(() => {
    const of = (key: string): PracticeSetting | undefined => this.settings().find((s) => s.key === key);
    return this.settings().flatMap((minutes) => {
      const epsilon = minutes.key.startsWith('minutes.') ? of(minutes.key.replace('minutes.', 'epsilon.')) : undefined;
      return epsilon ? [{ words: minutes.words.replace(/, minutes$/, ''), minutes, epsilon }] : [];
    });
  });
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    void this.load();
  }

  protected async save(event: Event, setting: PracticeSetting): Promise<void> {
    event.preventDefault();
    const text = String(new FormData(event.target as HTMLFormElement).get('value'))
      .replace(',', '.')
      .trim();
    if (!/^\d*\.?\d+$/.test(text)) return this.problem.set(`${setting.words}: "${text}" is not a number.`);
    if (this.person.name() === '') {
      const { NameDialog } = await import('../shell/name-dialog');
      if (!(await firstValueFrom(this.dialog.open(NameDialog, { width: '24rem' }).afterClosed()))) return;
    }
    try {
      const { settings } = await firstValueFrom(this.api.changePractice(setting.key, Number(text), setting.version));
      this.settings.set(settings);
      this.problem.set(undefined);
    } catch (error) {
      const { status, detail } = problemOf(error);
      if (status === 412) await this.load();
      this.problem.set(status === 412 ? `${detail} The value shown is theirs; yours was ${text}.` : detail);
    }
  }

  private async load(): Promise<void> {
    try {
      this.settings.set((await firstValueFrom(this.api.practice())).settings);
    } catch (error) {
      this.problem.set(problemOf(error).detail);
    }
  }
}
