import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import type { Workspace } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { STATE_WORDS, StateMark } from '../../parts/state-mark';

type Row = Workspace['chain']['parts'][number];

const CHANGE_WORDS: Readonly<Record<string, string>> = {
  stays: 'stays',
  new: 'new',
  changed: 'changed',
  goes: 'comes off',
};

/** The whole vehicle from the pedal to the wheels: every part as it is and as it will be, and what it meets. */
@Component({
  selector: 'app-whole-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTableModule, RouterLink, StateMark],
  template: `
    @if (rows().length === 0) {
      <p>Nothing is known of this vehicle’s hydraulics yet.</p>
    } @else {
      <p class="small quiet">
        {{ changed() }} of {{ rows().length }} parts change. A joint is judged where one of its parts does, and nothing
        is asked of the others.
      </p>
      <div class="scroll" tabindex="0" role="region" aria-label="The whole chain">
        <table mat-table [dataSource]="rows()">
          <ng-container matColumnDef="part">
            <th mat-header-cell *matHeaderCellDef>part</th>
            <td mat-cell *matCellDef="let row" [style.padding-left.px]="8 + 14 * depth(row)">
              @if (row.state) {
                <app-state-mark [state]="row.state" [size]="15" />
              }
              {{ row.words }}
            </td>
          </ng-container>
          <ng-container matColumnDef="now">
            <th mat-header-cell *matHeaderCellDef>now</th>
            <td mat-cell *matCellDef="let row">{{ row.now ?? '' }}</td>
          </ng-container>
          <ng-container matColumnDef="next">
            <th mat-header-cell *matHeaderCellDef>then</th>
            <td mat-cell *matCellDef="let row">
              <span class="change">{{ words[row.change] }}</span> {{ row.next ?? '' }}
            </td>
          </ng-container>
          <ng-container matColumnDef="meets">
            <th mat-header-cell *matHeaderCellDef>meets</th>
            <td mat-cell *matCellDef="let row">
              @for (meet of row.meets; track $index) {
                <div>
                  @if (meet.state) {
                    <app-state-mark [state]="meet.state" [size]="13" />
                  }
                  @if (meet.joint) {
                    <a [routerLink]="['../joints']" [queryParams]="{ joint: meet.joint }"
                      >{{ meet.with }}: {{ meet.words }}</a
                    >
                    <span class="quiet"> {{ states[meet.state] }}</span>
                  } @else {
                    {{ meet.with }}
                  }
                </div>
              }
            </td>
          </ng-container>
          <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
          <tr mat-row *matRowDef="let row; columns: columns" [class.touched]="row.change !== 'stays'"></tr>
        </table>
      </div>
    }
  `,
  styles: `
    .scroll {
      overflow: auto;
      max-height: 70vh;
    }
    td,
    th {
      font-size: var(--size-text);
      vertical-align: top;
      padding-top: 4px;
      padding-bottom: 4px;
    }
    tr.touched td {
      background: var(--raised);
    }
    .change {
      color: var(--quiet);
      margin-right: 4px;
    }
    tr.touched .change {
      color: var(--ink);
      font-weight: 600;
    }
  `,
})
export class WholeView {
  private readonly service = inject(JobService);
  protected readonly columns = ['part', 'now', 'next', 'meets'];
  protected readonly words = CHANGE_WORDS;
  protected readonly states: Readonly<Record<string, string>> = STATE_WORDS;
  protected readonly rows = computed((): Row[] => this.service.workspace()?.chain.parts ?? []);
  protected readonly changed = computed(() => this.rows().filter((row) => row.change !== 'stays').length);
  /** Deep branches are not indented out of sight. */
  protected depth = (row: Row): number => Math.min(row.depth, 7);
}
