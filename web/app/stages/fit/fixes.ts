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
  templateUrl: './fixes.html',
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
