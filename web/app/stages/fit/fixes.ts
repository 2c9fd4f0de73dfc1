import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatTableModule } from '@angular/material/table';
import type { DrawnFaces, JointView, FixView } from '@kerabat/contract';
import { JobService } from '../../job/job-service';
import { ProblemLine } from '../../parts/problem-line';
import { STATE_WORDS, StateMark } from '../../parts/state-mark';

/**
 * Fixes of a joint's mismatches, what closes it and least work first, each with its result; one that is pointed at is
 * tried on the drawing.
 */
@Component({
  selector: 'app-fixes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatTableModule, ProblemLine, StateMark],
  template: `
    @if (fixes().length > 0) {
      <h3>Fixes: what closes it first, then least work</h3>
      <app-problem-line [text]="problem()" />
      <table mat-table [dataSource]="fixes()">
        <ng-container matColumnDef="fix">
          <th mat-header-cell *matHeaderCellDef>fix</th>
          <td mat-cell *matCellDef="let r">
            <b>{{ r.words }}</b>
            @if (r.accepted) {
              (taken)
            }
            <div class="quiet small">
              {{ r.minutes }} min{{ r.tools.length > 0 ? ', ' + r.tools.join(', ') : '' }}
              @if (r.skill !== 'ordinary') {
                <span class="needs-you">{{ r.skill }}</span>
              }
            </div>
          </td>
        </ng-container>
        <ng-container matColumnDef="order">
          <th mat-header-cell *matHeaderCellDef>to order</th>
          <td mat-cell *matCellDef="let r" class="small">{{ ordered(r) || 'nothing' }}</td>
        </ng-container>
        <ng-container matColumnDef="risk">
          <th mat-header-cell *matHeaderCellDef>what can go wrong</th>
          <td mat-cell *matCellDef="let r" class="small">{{ r.risk }}</td>
        </ng-container>
        <ng-container matColumnDef="result">
          <th mat-header-cell *matHeaderCellDef>result</th>
          <td mat-cell *matCellDef="let r" class="small">
            @if (r.after; as after) {
              <app-state-mark [state]="after.state" [size]="16" /> {{ words[after.state] }}
              @if (after.sentence) {
                <div class="needs-you">{{ after.sentence }}</div>
              }
            } @else if (r.accepted) {
              done
            }
          </td>
        </ng-container>
        <ng-container matColumnDef="act">
          <th mat-header-cell *matHeaderCellDef><span class="hidden-text">act</span></th>
          <td mat-cell *matCellDef="let r">
            <button
              matButton="outlined"
              type="button"
              (click)="take(r)"
              (focus)="tried.emit(r.after?.drawn)"
              (blur)="tried.emit(undefined)"
              [attr.aria-label]="(r.accepted ? 'Undo fix: ' : 'Apply fix: ') + r.words"
            >
              {{ r.accepted ? 'Undo' : 'Apply' }}
            </button>
          </td>
        </ng-container>
        <tr mat-header-row *matHeaderRowDef="columns"></tr>
        <tr
          mat-row
          *matRowDef="let r; columns: columns"
          [class.taken]="r.accepted"
          (pointerenter)="tried.emit(r.after?.drawn)"
          (pointerleave)="tried.emit(undefined)"
        ></tr>
      </table>
    }
  `,
  styles: `
    h3 {
      margin: 10px 0 2px;
    }
    table {
      width: 100%;
      background: none;
    }
    td.mat-mdc-cell {
      vertical-align: top;
      padding-top: 5px;
      padding-bottom: 5px;
    }
    .taken td {
      background: var(--raised);
    }
    .mat-column-fix {
      width: 30%;
    }
    .mat-column-act {
      width: 84px;
    }
    @media (max-width: 700px) {
      table,
      tbody,
      tr,
      td {
        display: block;
        width: auto;
        border: 0;
      }
      thead {
        display: none;
      }
      tr.mat-mdc-row {
        border-bottom: 1px solid var(--line);
        padding: 6px 0;
        height: auto;
      }
    }
  `,
})
export class Fixes {
  private readonly service = inject(JobService);
  readonly joint = input.required<JointView>();
  readonly slot = input.required<string>();
  /** What the joint would be drawn from with the fix that is pointed at. */
  readonly tried = output<DrawnFaces | undefined>();
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly words: Readonly<Record<string, string>> = STATE_WORDS;
  protected readonly columns = ['fix', 'order', 'risk', 'result', 'act'];

  /** Each fix once; one can close several checks. */
  protected readonly fixes = computed(() => {
    const byKey = new Map(
      this.joint()
        .checks.flatMap((c) => c.fixes)
        .map((r) => [r.key, r]),
    );
    return [...byKey.values()].sort((a, b) => a.order - b.order);
  });

  protected ordered = (r: FixView): string =>
    r.partsList
      .filter((line) => line.section === 'order')
      .map((line) => `${line.quantity} × ${line.words}`)
      .join('; ');

  protected async take(r: FixView): Promise<void> {
    const subject = `fix:${this.slot()}/${r.key}`;
    this.tried.emit(undefined);
    this.problem.set(
      r.accepted ? await this.service.undecide(subject) : await this.service.decide(subject, 'accepted', 'fix chosen'),
    );
  }
}
