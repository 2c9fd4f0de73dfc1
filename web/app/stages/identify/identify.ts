import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { BENCH_WORDS, readBenchLine } from '@kerabat/core/identify';
import { findAttribute } from '@kerabat/core/attribute';
import type { CandidateView } from '@kerabat/contract';
import { JobService } from '../../jobs/job-service';
import { PartNumber } from '../../parts/part-number';
import { ProblemLine } from '../../parts/problem-line';

/** What is really on the vehicle: evidence in, candidates with reasons out. */
@Component({
  selector: 'app-identify-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink, PartNumber, ProblemLine],
  templateUrl: './identify.html',
  styleUrl: './identify.scss',
})
export class IdentifyStage {
  protected readonly service = inject(JobService);
  private readonly box = viewChild<ElementRef<HTMLInputElement>>('box');
  protected readonly line = signal('');
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly work = computed(() => {
    this.service.workspace();
    return this.service.focus();
  });
  /** What the line would be taken for, told while it is typed. */
  protected readonly echo = computed(() => (this.line().trim() === '' ? undefined : readBenchLine(this.line())));
  protected readonly hint = computed(() => {
    const read = this.echo();
    if (!read?.recognised) return undefined;
    const row = findAttribute(read.evidence.attribute);
    return row?.trap ? `Look ${row.where}. Beware: ${row.trap}.` : undefined;
  });
  /** Candidates that are worth reading, and the long tail that is folded. */
  protected readonly likely = computed(() => (this.work()?.identification.candidates ?? []).filter((c, i) => c.probability >= 0.01 || i < 2));
  protected readonly unlikely = computed(() => (this.work()?.identification.candidates ?? []).filter((c, i) => c.probability < 0.01 && i >= 2));
  protected readonly words = BENCH_WORDS.filter(({ name }) =>
    [
      'bore',
      'bore-form',
      'casting-number',
      'label-code',
      'port-count',
      'port-thread',
      'stud-spacing',
      'rod-length',
      'reservoir',
      'sensor',
      'mouth',
      'foot',
    ].includes(name),
  );

  protected begin(line: string): void {
    this.line.set(line);
    this.box()?.nativeElement.focus();
  }

  protected async add(event: Event): Promise<void> {
    event.preventDefault();
    if (this.line().trim() === '') return;
    const problem = await this.service.benchLine(this.line());
    this.problem.set(problem);
    if (problem === undefined) this.line.set('');
  }

  protected async withdraw(id: number): Promise<void> {
    this.problem.set(await this.service.withdraw(id));
  }

  protected async say(candidate: CandidateView): Promise<void> {
    this.problem.set(await this.service.decide(`old:${this.service.slot() ?? ''}`, candidate.unitId, 'identified'));
  }

  protected async unsay(): Promise<void> {
    this.problem.set(await this.service.undecide(`old:${this.service.slot() ?? ''}`));
  }

  protected percent(p: number): string {
    return p >= 0.9995 ? '100 %' : p >= 0.01 ? `${Math.round(p * 100)} %` : '< 1 %';
  }
}
