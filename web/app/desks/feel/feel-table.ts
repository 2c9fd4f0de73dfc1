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
import { Cell, DataTable } from '../../parts/data-table';
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
  imports: [Cell, DataTable, FeelCell, MatButtonModule, MatFormFieldModule, MatSelectModule],
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Values of the set-ups">
      <app-data-table [rows]="choices" words="What the set-ups are">
        <ng-container *appCell="'kind'; let choice; of: choices; head: true">{{ choice.words }}</ng-container>
        @for (column of desk.columns(); track column.id) {
          <ng-container *appCell="column.name; let choice; of: choices">
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
          </ng-container>
        }
      </app-data-table>
      <p class="tries">
        @for (column of desk.columns(); track column.id) {
          @if (column.id.startsWith('try')) {
            <button matButton type="button" (click)="desk.dropTry(column.id)" [attr.aria-label]="'Drop ' + column.name">
              Drop {{ column.name }}
            </button>
          }
        }
      </p>
      @for (group of groups(); track group.id) {
        <h3>{{ group.words }}</h3>
        <app-data-table [rows]="group.fields" [words]="group.words" [track]="byKey">
          <ng-container *appCell="'value'; let field; of: group.fields; head: true">
            {{ field.words }}
            @if (matters(field); as words) {
              <div class="small quiet">{{ words }}</div>
            }
          </ng-container>
          @for (column of desk.columns(); track column.id; let first = $first) {
            <ng-container *appCell="column.name; let field; of: group.fields">
              @if (desk.isShared(field.key) && !first) {
                <span class="quiet">the same</span>
              } @else if (asked(field, column)) {
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
            </ng-container>
          }
        </app-data-table>
      }
    </div>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    app-data-table {
      max-width: 56rem;
    }
    mat-form-field {
      width: 13rem;
    }
    h3 {
      margin: 12px 0 0;
    }
    .tries {
      margin: 4px 0;
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
  protected byKey = (_: number, field: FeelField): string => field.key;

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
