import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { AUDIT_ROWS, auditRow, type AuditRule } from '@kerabat/core/find/audit';
import { Folded } from '../../parts/folded';
import { inAddress } from '../../parts/in-address';
import { ProblemLine } from '../../parts/problem-line';
import { Audit } from './audit-service';
import { FindingPart } from './finding';
import { HistoryPart } from './history';
import { MatButtonModule } from '@angular/material/button';

/** What contradicts itself in the catalogue, the most harmful first. */
@Component({
  selector: 'app-audit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, Folded, MatProgressBarModule, FindingPart, HistoryPart, ProblemLine],
  providers: [Audit],
  template: `
    <div class="page">
      <h1>Audit</h1>
      <app-problem-line [text]="audit.problem()" />
      @if (audit.answer(); as a) {
        @if (a.state === 'running') {
          <mat-progress-bar
            [mode]="'determinate'"
            [value]="a.progress.share * 100"
            [attr.aria-label]="'Looking at ' + a.progress.words"
          />
          <p class="small" aria-live="polite">Looking at {{ a.progress.words }} …</p>
        }
        <div class="two">
          <section aria-labelledby="found">
            <h2 id="found">{{ open() }} open{{ accepted() > 0 ? ', ' + accepted() + ' accepted' : '' }}</h2>
            <p class="rules">
              <button matButton type="button" class="act" [attr.aria-pressed]="rule() === ''" (click)="rule.set('')">
                all
              </button>
              @for (r of rules(); track r.rule) {
                <button
                  matButton
                  type="button"
                  class="act"
                  [attr.aria-pressed]="rule() === r.rule"
                  (click)="rule.set(r.rule)"
                >
                  {{ r.words }} <span class="mono">{{ r.count }}</span>
                </button>
              }
            </p>
            @for (f of findings(); track f.fingerprint) {
              <app-folded [class.accepted]="f.accepted">
                <span slot="title">
                  <span class="harm" [attr.aria-label]="'harm ' + row(f.rule).harm + ' of 9'" role="img">{{
                    marks(f.rule)
                  }}</span>
                  {{ f.sentence }}
                  <span class="small quiet">{{
                    f.vehicles > 0 ? f.vehicles + (f.vehicles === 1 ? ' vehicle' : ' vehicles') : ''
                  }}</span>
                </span>
                <p class="small quiet">{{ row(f.rule).words }}: {{ row(f.rule).why }}.</p>
                <app-finding [finding]="f" />
              </app-folded>
            } @empty {
              <p>
                {{ a.state === 'running' ? 'Nothing yet.' : 'No contradictions found in what was checked.' }}
              </p>
            }
          </section>
          <section aria-labelledby="history">
            <h2 id="history">Who changed what</h2>
            <app-history />
          </section>
        </div>
      }
    </div>
  `,
  styleUrl: './audit.scss',
})
export class AuditPage {
  protected readonly audit = inject(Audit);
  protected readonly rule = inAddress('rule');
  protected readonly findings = computed(() =>
    (this.audit.answer()?.findings ?? []).filter((f) => this.rule() === '' || f.rule === this.rule()),
  );
  protected readonly accepted = computed(() => (this.audit.answer()?.findings ?? []).filter((f) => f.accepted).length);
  /** All of them, told or only counted. */
  protected readonly open = computed(
    () => Object.values(this.audit.answer()?.counts ?? {}).reduce((sum, n) => sum + n, 0) - this.accepted(),
  );
  protected readonly rules = computed(() =>
    AUDIT_ROWS.map((r) => ({ ...r, count: this.audit.answer()?.counts[r.rule] ?? 0 })).filter((r) => r.count > 0),
  );

  constructor() {
    this.audit.look();
  }

  protected readonly row = auditRow;
  /** Told by its length first: one stroke for each third of the harm. */
  protected marks = (rule: AuditRule): string => '!'.repeat(Math.ceil(auditRow(rule).harm / 3));
}
