import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { CheckView, JointView } from '@kerabat/contract';
import { JobService } from '../../jobs/job-service';
import { TakesFocus } from '../../parts/focus';
import { ProblemLine } from '../../parts/problem-line';
import { StateMark, STATE_WORDS } from '../../parts/state-mark';

const ORIGIN: Readonly<Record<string, string>> = { measured: 'measured', 'vehicle-record': 'on record', 'old-unit': 'as the old unit' };

/** The chosen unit against the vehicle, joint by joint. */
@Component({
  selector: 'app-fit-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TakesFocus, MatButtonModule, RouterLink, StateMark, ProblemLine],
  templateUrl: './fit.html',
  styleUrl: './fit.scss',
})
export class FitStage {
  protected readonly service = inject(JobService);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly measured = signal<Readonly<Record<string, string>>>({});
  protected readonly reason = signal('');
  protected readonly overriding = signal('');
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  /** Gravest first, so that what blocks is seen without scrolling. */
  protected readonly joints = computed(() => {
    const order = ['does-not-fit', 'not-known', 'fits-with-change', 'fits'];
    return [...(this.work()?.joints ?? [])].sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state));
  });
  protected readonly stateWords = STATE_WORDS;

  protected origin(check: CheckView): string {
    return check.vehicleOrigin ? (ORIGIN[check.vehicleOrigin] ?? '') : '';
  }

  protected blocks = (joint: JointView): boolean => joint.state === 'does-not-fit' || joint.state === 'not-known';

  /** Each way out of the joint once, the quickest first; one can close several checks. */
  protected waysOut(joint: JointView): CheckView['remedies'] {
    const byKey = new Map(joint.checks.flatMap((c) => c.remedies).map((r) => [r.key, r]));
    return [...byKey.values()].sort((a, b) => a.minutes - b.minutes);
  }

  protected overrideOf(joint: JointView) {
    return this.service.decision(`override:${this.service.slot() ?? ''}/${joint.id}`);
  }

  protected type(check: CheckView, text: string): void {
    this.measured.update((m) => ({ ...m, [check.id]: text }));
  }

  protected async measure(event: Event, check: CheckView): Promise<void> {
    event.preventDefault();
    const text = this.measured()[check.id] ?? '';
    if (text.trim() !== '') this.problem.set(await this.service.benchLine(`${check.measure?.line ?? ''}${text}`, check.measure?.side));
  }

  protected async remedy(key: string, accepted: boolean): Promise<void> {
    const subject = `remedy:${this.service.slot() ?? ''}/${key}`;
    this.problem.set(accepted ? await this.service.undecide(subject) : await this.service.decide(subject, 'accepted', 'way out chosen'));
  }

  protected async override(event: Event, joint: JointView): Promise<void> {
    event.preventDefault();
    const problem = await this.service.decide(`override:${this.service.slot() ?? ''}/${joint.id}`, 'let pass', this.reason());
    this.problem.set(problem);
    if (problem !== undefined) return;
    this.overriding.set('');
    this.reason.set('');
  }

  protected async takeBack(joint: JointView): Promise<void> {
    this.problem.set(await this.service.undecide(`override:${this.service.slot() ?? ''}/${joint.id}`));
  }
}
