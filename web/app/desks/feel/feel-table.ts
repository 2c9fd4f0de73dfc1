import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import {
  effortFor,
  FEEL_GROUPS,
  type FeelField,
  type FeelGroup,
  type FeelInputs,
  type FeelKinds,
  isAsked,
  setUpOf,
} from '@kerabat/core/work/feel';
import { FeelCell } from './feel-cell';
import { type Column, FeelDesk } from './feel-desk';
import { CHOICES } from './making';

const GROUP_WORDS: Readonly<Record<FeelGroup, string>> = {
  vehicle: 'vehicle',
  master: 'pedal and master',
  assistance: 'assistance',
  front: 'front wheels',
  rear: 'rear wheels',
  travel: 'what travel is lost in',
};

/** Every value of every set-up, with what it rests on; a value of the vehicle stands once. */
@Component({
  selector: 'app-feel-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FeelCell, MatButtonModule, MatFormFieldModule, MatSelectModule],
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Values of the set-ups">
      <table class="plain">
        <thead>
          <tr>
            <th>value</th>
            @for (column of desk.columns(); track column.id) {
              <th>
                {{ column.name }}
                @if (column.id.startsWith('try')) {
                  <button
                    matButton
                    type="button"
                    (click)="desk.dropTry(column.id)"
                    [attr.aria-label]="'Drop ' + column.name"
                  >
                    Drop
                  </button>
                }
              </th>
            }
          </tr>
        </thead>
        <tbody>
          @for (choice of choices; track choice.words) {
            <tr>
              <th scope="row">{{ choice.words }}</th>
              @for (column of desk.columns(); track column.id) {
                <td>
                  <mat-form-field class="tight">
                    <mat-select
                      [aria-label]="choice.words + ', ' + column.name"
                      [value]="choice.of(column.kinds)"
                      (valueChange)="desk.make(column.id, choice.make($event))"
                    >
                      @for (option of choice.options; track option) {
                        <mat-option [value]="option">{{ option }}</mat-option>
                      }
                    </mat-select>
                  </mat-form-field>
                </td>
              }
            </tr>
          }
        </tbody>
        @for (group of groups(); track group.id) {
          <tbody>
            <tr>
              <th [attr.colspan]="desk.columns().length + 1" scope="rowgroup" class="group">{{ group.words }}</th>
            </tr>
            @for (field of group.fields; track field.key) {
              <tr>
                <th scope="row">
                  {{ field.words }}
                  @if (matters(field); as words) {
                    <div class="small quiet">{{ words }}</div>
                  }
                </th>
                @for (column of columnsOf(field); track column.id) {
                  <td [attr.colspan]="desk.isShared(field.key) ? desk.columns().length : 1">
                    @if (asked(field, column)) {
                      <app-feel-cell
                        [field]="field"
                        [name]="desk.isShared(field.key) ? 'all' : column.name"
                        [entered]="column.values[field.key]"
                        [fault]="desk.faults().get(column.id + '/' + field.key)"
                        (changed)="desk.enter(column.id, field.key, $event)"
                      />
                    } @else {
                      <span class="quiet">has none</span>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        }
      </table>
    </div>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    table {
      width: auto;
    }
    mat-form-field {
      width: 13rem;
    }
    th[scope='row'] {
      max-width: 15rem;
      color: var(--ink);
      font-weight: 400;
      font-size: var(--size-text);
    }
    th.group {
      padding-top: 10px;
      font-weight: 700;
      color: var(--ink);
    }
  `,
})
export class FeelTable {
  protected readonly desk = inject(FeelDesk);
  protected readonly choices = CHOICES;
  protected readonly groups = computed(() =>
    FEEL_GROUPS.map((id) => ({
      id,
      words: GROUP_WORDS[id],
      fields: this.desk.fields().filter((f) => f.group === id),
    })).filter(({ fields }) => fields.length > 0),
  );

  protected asked = (field: FeelField, column: Column): boolean => isAsked(field, column.kinds);
  /** A value of the vehicle has one cell for all set-ups. */
  protected columnsOf = (field: FeelField): readonly Column[] =>
    this.desk.isShared(field.key) ? this.desk.columns().slice(0, 1) : this.desk.columns();

  /** Of an assumption: how far its band moves the effort. */
  protected matters(field: FeelField): string | undefined {
    const then = this.desk.columns().find((column) => column.id === 'then');
    if (then?.values[field.key]?.origin !== 'assumed') return undefined;
    const share = this.desk.influence(then, field, this.effort);
    if (share === undefined) return undefined;
    return share < 0.005
      ? 'its band does not move the effort'
      : `its band moves the effort by ± ${(share * 100).toFixed(0)} %`;
  }
  private readonly effort = (inputs: FeelInputs, kinds: FeelKinds): number | undefined => {
    const made = setUpOf(inputs, kinds);
    const limits = this.desk.limits();
    return 'missing' in made ? undefined : effortFor(limits.everyday, made.vehicle, made.setUp, {}, limits);
  };
}
